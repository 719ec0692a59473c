"""People come, go and show each other things, as anglers do it: by links, letters and files."""

from __future__ import annotations

import io
import re
import time
import zipfile
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from jarana.ports.standins.mail_box import MailBox
from tests.conftest import VALLEY, Postgres
from tests.e2e.conftest import enter, violations
from tests.e2e.site import Site

WORD = "a long enough one"
PHONE = {"width": 390, "height": 844}


@pytest.fixture(scope="module")
def box(tmp_path_factory: pytest.TempPathFactory) -> Iterator[MailBox]:
    box = MailBox(tmp_path_factory.mktemp("letters")).start()
    yield box
    box.stop()


@pytest.fixture(scope="module")
def town(postgres: Postgres, box: MailBox) -> Iterator[Site]:
    site = Site(postgres.copy("people", VALLEY), JARANA_MAIL=box.address)
    site.start()
    yield site
    site.stop()


@pytest.fixture
def desk(browser: Browser, town: Site) -> Iterator[Page]:
    context = browser.new_context(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
    yield enter(context, town)
    context.close()


@pytest.fixture
def fresh(browser: Browser) -> Iterator[BrowserContext]:
    context = browser.new_context(viewport=PHONE, reduced_motion="reduce")  # type: ignore[arg-type]
    yield context
    context.close()


def account(page: Page) -> None:
    page.get_by_role("button", name="Account", exact=True).click()
    expect(page.get_by_role("dialog", name="Account")).to_be_visible()


def sign_in(page: Page, town: Site, word: str) -> None:
    page.goto(f"{town.address}/enter")
    page.get_by_label("Mail address").fill("ann@fish.example")
    page.get_by_label("Password").fill(word)
    page.get_by_role("button", name="Come in", exact=True).click()


def letters(box: MailBox, at_least: int) -> list[str]:
    until = time.monotonic() + 30
    while len(box.letters()) < at_least and time.monotonic() < until:
        time.sleep(0.1)
    return box.letters()


@pytest.mark.long
def test_invited_signed_in_on_a_phone_and_out_everywhere_then_in_again_by_a_late_letter(
    desk: Page, fresh: BrowserContext, browser: Browser, town: Site, box: MailBox
) -> None:
    account(desk)
    assert violations(desk) == []
    desk.get_by_role("button", name="Invite somebody").click()
    address = desk.get_by_test_id("invitation").inner_text()
    ann = fresh.new_page()
    ann.goto(address)
    ann.get_by_role("button", name="Begin").click()
    expect(ann.get_by_text("wants a name")).to_be_visible()
    ann.get_by_label("Name").fill("Ann")
    ann.get_by_label("Mail address").fill("ann@fish.example")
    ann.get_by_label("Password, ten characters or more").fill(WORD)
    ann.get_by_role("button", name="Begin").click()
    expect(ann.get_by_role("heading", name="Start with a water")).to_be_visible()

    second = browser.new_context(viewport=PHONE)  # type: ignore[arg-type]
    page = second.new_page()
    sign_in(page, town, "not the right one")
    expect(page.get_by_role("alert")).to_contain_text("do not belong together")
    page.get_by_label("Password").fill(WORD)
    page.get_by_role("button", name="Come in", exact=True).click()
    expect(page.get_by_role("heading", name="Start with a water")).to_be_visible()
    page.goto(f"{town.address}/water?sheet=account")
    expect(page.get_by_text("2 browsers")).to_be_visible()
    page.get_by_role("button", name="Sign out everywhere").click()
    expect(page.get_by_role("button", name="Come in", exact=True)).to_be_visible()
    ann.reload()
    expect(ann.get_by_role("link", name="Come in")).to_be_visible(timeout=20_000)

    box.fault = "late"
    before = len(box.letters())
    page.get_by_label("Mail address").fill("ann@fish.example")
    page.get_by_role("button", name="Forgotten").click()
    expect(page.get_by_role("status").filter(has_text="on its way")).to_be_visible()
    letter = letters(box, before + 1)[-1].replace("=\n", "")
    box.fault = "none"
    found = re.search(r"http://\S+/enter#\S+", letter)
    assert found is not None
    page.goto(found[0])
    page.get_by_label("New password, where you want one").fill("another long one")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_text("Every other browser was signed out")).to_be_visible()
    second.close()


@pytest.mark.long
def test_a_rig_is_shown_without_signing_in_taken_and_the_link_taken_back(
    desk: Page, fresh: BrowserContext, town: Site
) -> None:
    desk.keyboard.press("Control+k")
    desk.get_by_role("dialog").get_by_role("combobox").fill("your rigs")
    desk.keyboard.press("Enter")
    desk.get_by_role("button", name=re.compile("^Share")).first.click()
    desk.get_by_role("button", name="Make the link").click()
    link = desk.get_by_test_id("link").inner_text()
    desk.get_by_role("button", name="Close").last.click()
    page = fresh.new_page()
    page.goto(link)
    expect(page.get_by_role("img", name=re.compile("^Drawing of"))).to_be_visible()
    expect(page.get_by_text(re.compile("^A rig of .+'s, shown until"))).to_be_visible()
    assert violations(page) == []
    expect(page.get_by_role("button", name="Take it into mine")).to_have_count(0)
    # The one who shows it may take a copy, too.
    desk.goto(link)
    desk.get_by_role("button", name="Take it into mine").click()
    expect(desk.get_by_role("button", name=re.compile(r"\(from "))).to_be_visible()
    account(desk)
    desk.get_by_role("button", name=re.compile("^Take the link")).first.click()
    expect(desk.get_by_text("Nothing of yours is shown to anybody")).to_be_visible()
    page.reload()
    expect(page.get_by_role("alert")).to_contain_text("shows nothing")


@pytest.mark.long
def test_an_archive_is_downloaded_and_a_damaged_one_changes_nothing(desk: Page, tmp_path: Path) -> None:
    account(desk)
    with desk.expect_download() as download:
        desk.get_by_role("link", name="Download the archive").click()
    whole = tmp_path / "whole.zip"
    download.value.save_as(whole)
    broken = tmp_path / "broken.zip"
    out = io.BytesIO()
    with zipfile.ZipFile(whole) as old, zipfile.ZipFile(out, "w") as new:
        for name in old.namelist():
            new.writestr(name, old.read(name)[: 900 if name == "data/event.jsonl" else None])
    broken.write_bytes(out.getvalue())
    picker = desk.get_by_label("Archive", exact=True)
    picker.set_input_files(broken)
    expect(desk.get_by_role("alert")).to_contain_text("Nothing was brought back")
    picker.set_input_files(whole)
    expect(desk.get_by_text("It would bring: nothing")).to_be_visible()
    expect(desk.get_by_role("button", name="Bring it back")).to_have_count(0)


@pytest.mark.long
def test_a_passkey_is_made_lets_one_in_again_and_is_taken_away(browser: Browser, town: Site) -> None:
    named = town.address.replace("127.0.0.1", "localhost")
    context = browser.new_context(viewport=PHONE, reduced_motion="reduce")
    page = context.new_page()
    devtools = context.new_cdp_session(page)
    devtools.send("WebAuthn.enable")
    key = {
        "protocol": "ctap2", "transport": "internal", "hasResidentKey": True, "hasUserVerification": True,
        "isUserVerified": True, "automaticPresenceSimulation": True,
    }  # fmt: skip
    devtools.send("WebAuthn.addVirtualAuthenticator", {"options": key})
    page.goto(f"{named}/enter#{town.token()}")
    page.wait_for_selector("[data-testid=tank]")
    page.goto(f"{named}/rig?sheet=account")
    part = page.get_by_role("region", name="Passkeys")
    part.get_by_label("What this device is called").fill("my phone")
    part.get_by_role("button", name="Make a passkey here").click()
    expect(part.get_by_role("listitem")).to_contain_text("not used yet")
    part.get_by_role("button", name="Make a passkey here").click()
    expect(part.get_by_role("alert")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="Sign out here").click()
    page.get_by_role("button", name="Come in by a passkey").click()
    page.wait_for_selector("[data-testid=tank]")
    page.goto(f"{named}/rig?sheet=account")
    expect(part.get_by_role("listitem")).to_contain_text("used")
    expect(part.get_by_role("listitem")).not_to_contain_text("not used yet")
    part.get_by_role("button", name="Take it away: my phone").click()
    expect(part.get_by_role("listitem")).to_have_count(0)
    page.get_by_role("button", name="Sign out here").click()
    page.get_by_role("button", name="Come in by a passkey").click()
    expect(page.get_by_text("That passkey lets nobody in here.")).to_be_visible()
    page.goto(f"{town.address}/enter")
    expect(page.get_by_role("button", name="Come in", exact=True)).to_be_visible()
    expect(page.get_by_role("button", name="Come in by a passkey")).to_have_count(0)
    context.close()


@pytest.mark.long
def test_a_club_is_founded_come_into_by_its_code_and_a_water_goes_from_one_to_the_other(
    desk: Page, fresh: BrowserContext, town: Site
) -> None:
    account(desk)
    desk.get_by_role("button", name="Invite somebody").click()
    address = desk.get_by_test_id("invitation").inner_text()
    desk.get_by_role("button", name="Your clubs").click()
    sheet = desk.get_by_role("dialog", name="Clubs")
    expect(sheet).to_be_visible()
    assert violations(desk) == []
    desk.get_by_label("Name of a new club").fill("Tavrin valley")
    desk.get_by_role("button", name="Found it").click()
    desk.get_by_role("button", name="Make a code to come in").click()
    code = desk.get_by_test_id("club-code").inner_text()
    desk.get_by_label("Which").click()
    desk.get_by_role("option", name="Weir Run").click()
    desk.get_by_role("button", name="Put it in").click()
    waters = desk.get_by_role("region", name="Waters")
    expect(waters).to_contain_text("A river")
    desk.get_by_label("with its name").check()
    desk.get_by_role("button", name="Put it in").click()
    expect(waters).to_contain_text("edition 2")
    assert violations(desk) == []

    bea = fresh.new_page()
    bea.goto(address)
    bea.get_by_label("Name").fill("Bea")
    bea.get_by_label("Mail address").fill("bea@fish.example")
    bea.get_by_label("Password, ten characters or more").fill(WORD)
    bea.get_by_role("button", name="Begin").click()
    expect(bea.get_by_role("heading", name="Start with a water")).to_be_visible()
    bea.goto(f"{town.address}/water?sheet=clubs")
    bea.get_by_label("Code of a club").fill("none such")
    bea.get_by_role("button", name="Come in").click()
    expect(bea.get_by_role("alert")).to_contain_text("lets nobody in")
    bea.get_by_label("Code of a club").fill(code.lower().replace("-", " "))
    bea.get_by_role("button", name="Come in").click()
    bea.get_by_role("button", name="Take it into mine: Weir Run").click()
    giving = bea.get_by_role("checkbox", name="never where or when")
    giving.click()
    expect(giving).to_be_checked()
    assert violations(bea) == []
    bea.get_by_role("link", name="Open yours").click()
    expect(bea.get_by_role("button", name="Weir Run (from Tavrin valley)").first).to_be_visible(timeout=20_000)

    desk.get_by_role("button", name="All clubs").click()
    desk.get_by_role("button", name="Tavrin valley").click()
    expect(desk.get_by_role("region", name="People")).to_contain_text("Bea")
    desk.get_by_role("button", name="Send away: Bea").click()
    expect(desk.get_by_role("button", name="Send away: Bea")).to_have_count(0)
    bea.goto(f"{town.address}/water?sheet=clubs")
    expect(bea.get_by_label("Code of a club")).to_be_visible()
    expect(bea.get_by_role("button", name="Tavrin valley")).to_have_count(0)
