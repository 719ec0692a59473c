"""The path an angler walks on the workbench."""

from __future__ import annotations

import re
import time

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from tests.e2e.conftest import Site, enter, fits, violations
from tests.e2e.e2e_help import drift_key, told, wait_new_drift
from tests.people import token_for


@pytest.mark.long
def test_the_angler_sees_water_rig_and_both_flies_sink(bench: Page) -> None:
    expect(bench.get_by_role("button", name=re.compile("Tavrin, Weir Run"))).to_be_visible()
    expect(bench.get_by_role("heading", name="Two nymphs, level contact")).to_be_visible()
    expect(bench.get_by_test_id("track-point")).to_be_visible()
    expect(bench.get_by_test_id("track-dropper")).to_be_visible()
    expect(bench.locator("[data-testid^=reading-][aria-busy=true]")).to_have_count(0, timeout=20_000)
    keys = bench.locator("[data-testid^=reading-]").evaluate_all("rows => rows.map(r => r.dataset.severity)")
    assert len(keys) == 19
    assert keys == sorted(keys, key=["act", "look", "fine"].index)


@pytest.mark.long
def test_one_bead_up_by_key_changes_the_curve_and_undo_brings_it_back(bench: Page) -> None:
    path = bench.get_by_test_id("track-point").get_attribute("d")
    before, shown = drift_key(bench), told(bench, "bottom")
    bench.keyboard.press("]")
    wait_new_drift(bench, before)
    assert bench.get_by_test_id("track-point").get_attribute("d") != path
    assert told(bench, "bottom") != shown
    expect(bench.locator("#part-point")).to_contain_text("3.3 mm")
    bench.keyboard.press("Control+z")
    expect(bench.get_by_test_id("tank")).to_have_attribute("data-drift", before)
    assert told(bench, "bottom") == shown
    bench.keyboard.press("Control+Shift+z")
    expect(bench.locator("#part-point")).to_contain_text("3.3 mm")


@pytest.mark.long
def test_a_length_typed_in_feet_is_kept_as_typed_and_reaches_the_cut_list(bench: Page) -> None:
    bench.locator("#part-point-tippet").click()
    field = bench.get_by_label("Length", exact=True)
    before = drift_key(bench)
    field.fill("1' 8\"")
    field.press("Enter")
    wait_new_drift(bench, before)
    expect(field).to_have_value("1' 8\"")
    expect(bench.locator("#part-point-tippet")).to_contain_text("0.51 m")
    bench.get_by_role("link", name="Tie it").click()
    step = bench.get_by_test_id("step-j-point-tippet")
    expect(step).to_contain_text("0.51 m finished")
    expect(step).to_contain_text("Spool 9")
    expect(step).to_contain_text("three-turn water knot")
    assert violations(bench) == []


def test_a_bad_value_is_said_beside_the_field_and_loses_nothing(bench: Page) -> None:
    bench.locator("#part-point-tippet").click()
    field = bench.get_by_label("Length", exact=True)
    before = drift_key(bench)
    field.fill("half a furlong")
    field.press("Enter")
    expect(bench.get_by_role("alert")).to_contain_text("not a length that can be read")
    expect(field).to_have_value("half a furlong")
    expect(field).to_have_attribute("aria-invalid", "true")
    assert drift_key(bench) == before
    field.fill("60 cm")
    field.press("Enter")
    wait_new_drift(bench, before)
    expect(bench.get_by_role("alert")).to_have_count(0)


@pytest.mark.long
def test_units_change_everywhere_by_one_key(bench: Page) -> None:
    bench.keyboard.press("u")
    expect(bench.get_by_role("button", name=re.compile("in · ft · lb"))).to_be_visible()
    expect(bench.locator("#part-tippet")).to_contain_text("in")
    expect(bench.get_by_test_id("reading-weakest")).to_contain_text("lb")
    bench.keyboard.press("u")
    expect(bench.locator("#part-tippet")).to_contain_text("6.3X")


def test_keys_do_nothing_while_typing(bench: Page) -> None:
    bench.locator("#part-point-tippet").click()
    field = bench.get_by_label("Length", exact=True)
    before = drift_key(bench)
    field.fill("")
    field.type("]u-")
    expect(field).to_have_value("]u-")
    field.press("Escape")
    assert drift_key(bench) == before


def test_every_part_is_reached_and_changed_by_keyboard_alone(bench: Page) -> None:
    bench.get_by_test_id("line").focus()
    bench.keyboard.press("End")
    expect(bench.locator("#part-point")).to_have_attribute("aria-selected", "true")
    bench.keyboard.press("ArrowLeft")
    expect(bench.locator("#part-point-tippet")).to_have_attribute("aria-selected", "true")
    before = drift_key(bench)
    bench.keyboard.press(",")
    wait_new_drift(bench, before)
    expect(bench.locator("#part-point-tippet")).to_contain_text("0.10 mm")
    bench.keyboard.press("j")
    expect(bench.locator("#part-point")).to_have_attribute("aria-selected", "true")


@pytest.mark.long
def test_water_is_changed_in_place(bench: Page) -> None:
    bench.get_by_role("button", name=re.compile("Weir Run")).click()
    depth = bench.get_by_label("Depth")
    before = drift_key(bench)
    depth.fill("4 ft")
    depth.press("Enter")
    wait_new_drift(bench, before)
    before = drift_key(bench)
    bench.get_by_role("button", name="15–30 cm up").click()
    wait_new_drift(bench, before)
    bench.get_by_label("Surface pace").fill("fast")
    bench.get_by_label("Surface pace").press("Enter")
    expect(bench.get_by_role("alert")).to_contain_text("not a speed")
    bench.keyboard.press("Escape")
    bench.keyboard.press("Escape")
    expect(bench.get_by_role("button", name=re.compile("1.22 m"))).to_be_visible()


def test_what_is_pressed_while_an_answer_is_slow_is_kept_and_counted(bench: Page) -> None:
    held: list[Route] = []

    def hold_first(route: Route) -> None:
        if held:
            route.continue_()
        else:
            held.append(route)

    bench.route("**/api/v1/workbench", hold_first)
    for _ in range(3):
        bench.keyboard.press("]")
    expect(bench.get_by_text("sending")).to_be_visible()
    held[0].continue_()
    expect(bench.locator("#part-point")).to_contain_text("4.0 mm")
    bench.keyboard.press("Control+z")
    bench.keyboard.press("Control+z")
    expect(bench.locator("#part-point")).to_contain_text("3.3 mm")
    bench.keyboard.press("Control+z")
    expect(bench.locator("#part-point")).to_contain_text("2.8 mm")


def test_a_moment_without_the_server_is_said_and_heals_itself(bench: Page) -> None:
    bench.route("**/api/v1/workbench", lambda route: route.abort())
    before = drift_key(bench)
    bench.keyboard.press("]")
    expect(bench.get_by_text("The server does not answer.")).to_be_visible()
    bench.unroute("**/api/v1/workbench")
    wait_new_drift(bench, before)
    expect(bench.locator("#part-point")).to_contain_text("3.3 mm")
    expect(bench.get_by_text("The server does not answer.")).to_have_count(0)


@pytest.mark.long
def test_two_windows_on_one_rig_never_lose_a_change_silently(bench: Page, site: Site) -> None:
    other = bench.context.new_page()
    other.goto(f"{site.address}/rig")
    other.wait_for_selector("[data-testid=tank]")
    bench.keyboard.press("]")
    expect(bench.get_by_test_id("save-state")).to_have_text("rev 2 · saved", timeout=8000)
    other.keyboard.press("[")
    expect(other.get_by_role("alert")).to_contain_text("changed elsewhere", timeout=8000)
    expect(other.locator("#part-point")).to_contain_text("2.5 mm")
    other.get_by_role("button", name="Keep mine on top").click()
    expect(other.get_by_test_id("save-state")).to_have_text("rev 3 · saved", timeout=8000)


@pytest.mark.long
def test_what_two_windows_changed_of_a_rig_is_told_and_kept_in_one(bench: Page, site: Site) -> None:
    other = bench.context.new_page()
    other.goto(f"{site.address}/rig")
    other.wait_for_selector("[data-testid=tank]")
    bench.keyboard.press("]")
    expect(bench.get_by_test_id("save-state")).to_have_text("rev 2 · saved", timeout=8000)
    other.locator("#part-tippet").click()
    other.keyboard.press("=")
    told = other.get_by_role("alert").filter(has_text="changed elsewhere too")
    expect(told).to_contain_text("point bead 2.8 → 3.3 mm", timeout=8000)
    expect(told).to_contain_text(re.compile(r"Here\s*tippet 0.83 → 0.93 m"))
    assert violations(other) == []
    told.get_by_role("button", name="Keep both").click()
    expect(told).to_have_count(0)
    expect(other.locator("#part-point")).to_contain_text("3.3 mm")
    expect(other.locator("#part-tippet")).to_contain_text("0.93 m")
    expect(other.get_by_test_id("save-state")).to_have_text("rev 3 · saved", timeout=8000)


@pytest.mark.long
def test_the_drift_plays_and_is_scrubbed(bench: Page) -> None:
    fly = bench.get_by_test_id("fly-point")
    slider = bench.get_by_role("slider", name="Moment of the drift")
    slider.focus()
    bench.keyboard.press("Home")
    start = float(fly.get_attribute("cx") or 0)
    bench.get_by_role("region", name="Tank").focus()
    bench.keyboard.press(" ")
    expect(bench.get_by_role("button", name="Pause the drift")).to_be_visible()
    time.sleep(0.8)
    bench.keyboard.press(" ")
    moved = float(fly.get_attribute("cx") or 0)
    assert moved > start + 10
    slider.focus()
    bench.keyboard.press("End")
    assert float(fly.get_attribute("cx") or 0) > moved


@pytest.mark.parametrize(
    ("width", "height", "scheme"),
    [pytest.param(1600, 1000, "light", marks=pytest.mark.long), pytest.param(390, 844, "dark", marks=pytest.mark.long)],
)
def test_the_workbench_is_accessible_and_fits(
    browser: Browser, site: Site, width: int, height: int, scheme: str
) -> None:
    fits(browser, site, "Rig", width, height, scheme)


def test_without_signing_in_the_page_says_how(browser: Browser, site: Site) -> None:
    context = browser.new_context()
    page = context.new_page()
    page.goto(f"{site.address}/rig")
    expect(page.get_by_text("Open the address that the start command printed")).to_be_visible()
    page.goto(f"{site.address}/enter#not-a-token-at-all")
    expect(page.get_by_role("alert")).to_contain_text("used or is too old")
    context.close()


def test_what_is_pressed_after_one_was_signed_out_waits_and_goes_out_when_one_comes_in_again(
    bench: Page, site: Site
) -> None:
    before = drift_key(bench)
    me = bench.request.get(f"{site.address}/api/v1/me").json()["name"]
    assert bench.request.post(f"{site.address}/api/v1/sign-out", headers={"Origin": site.address}).ok
    bench.keyboard.press("]")
    told = bench.get_by_role("alert").filter(has_text="You are signed out here")
    expect(told).to_be_visible()
    other = bench.context.new_page()
    other.goto(f"{site.address}/enter#{token_for(site.database_url, me)}")
    other.wait_for_selector("[data-testid=tank]")
    other.close()
    expect(told).to_be_hidden()
    wait_new_drift(bench, before)
    expect(bench.get_by_text(re.compile("· saved$"))).to_be_visible()


def test_what_is_pressed_once_somebody_else_came_in_beside_is_kept_for_nobody_and_their_own_page_opens(
    bench: Page, site: Site
) -> None:
    other = bench.context.new_page()
    other.goto(f"{site.address}/enter#{site.token(empty=True)}")
    other.wait_for_selector("nav")
    other.close()
    bench.keyboard.press("]")
    expect(bench.get_by_role("heading", name="Start with a water")).to_be_visible()
    expect(bench.get_by_text("Two nymphs, level contact")).to_have_count(0)
    assert bench.request.get(f"{site.address}/api/v1/rigs").json()["rigs"] == []


def test_a_sheet_has_an_address_and_back_closes_it(bench: Page) -> None:
    sheet = bench.get_by_role("dialog", name="Start a rig")
    bench.keyboard.press("m")
    expect(sheet).to_be_visible()
    expect(bench).to_have_url(re.compile(r"/rig/[0-9a-f-]{36}\?sheet=start$"))
    bench.go_back()
    expect(sheet).to_have_count(0)
    expect(bench.get_by_test_id("tank")).to_be_visible()
    expect(bench).to_have_url(re.compile(r"/rig/[0-9a-f-]{36}$"))
    bench.go_forward()
    expect(sheet).to_be_visible()
    bench.reload()
    expect(sheet).to_be_visible()
    bench.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
    expect(bench).to_have_url(re.compile(r"/rig/[0-9a-f-]{36}$"))


@pytest.mark.long
def test_on_a_phone_back_closes_your_rigs_and_leaves_the_place(browser: Browser, site: Site) -> None:
    context = browser.new_context(viewport={"width": 390, "height": 844}, reduced_motion="reduce")
    page = enter(context, site)
    page.get_by_role("button", name=re.compile("rig in hand")).click()
    expect(page.get_by_role("dialog")).to_be_visible()
    page.go_back()
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_test_id("tank")).to_be_visible()
    context.close()


@pytest.mark.long
def test_a_line_is_dressed_over_its_end_alone_and_undone(bench: Page) -> None:
    bench.locator("#part-sighter").click()
    bench.get_by_label("Only its last").fill("20 cm")
    bench.keyboard.press("Enter")
    end = bench.get_by_role("option", name=re.compile("^End of the sighter"))
    expect(end).to_contain_text("0.20 m")
    expect(bench.locator("#part-sighter")).to_contain_text("0.40 m")
    end.click()
    bench.get_by_label("Only its last").fill("9 m")
    bench.keyboard.press("Enter")
    expect(end).to_have_count(0)
    expect(bench.locator("#part-sighter")).to_contain_text("0.60 m")
    bench.get_by_role("button", name="Undo", exact=True).click()
    expect(end).to_have_count(1)


@pytest.mark.long
def test_a_sheet_that_cannot_be_fetched_says_so_and_opens_once_there_is_a_signal(browser: Browser, site: Site) -> None:
    context = browser.new_context(viewport={"width": 1280, "height": 800}, service_workers="block")
    page = context.new_page()
    page.route("**/assets/every_sheet*", lambda route: route.abort())
    page.goto(f"{site.address}/enter#{site.token()}")
    page.wait_for_selector("[data-testid=tank]")
    page.keyboard.press("f")
    expect(page.get_by_text("could not be fetched").first).to_be_visible()
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.unroute_all()
    page.keyboard.press("f")
    expect(page.get_by_role("dialog", name="Find")).to_be_visible()
    context.close()
