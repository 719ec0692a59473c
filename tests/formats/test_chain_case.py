"""Engine cases: the samples within tolerance, and bad input refused by name."""

from __future__ import annotations

import copy
import io
import json
import subprocess
import sys
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.cli import main
from jarana.core.errors import InputError
from jarana.formats.chain_case import KINDS, answer, answer_file

SAMPLES = json.loads((Path(__file__).parents[1] / "cases" / "samples.json").read_text())["cases"]
KNOWN = [c for c in SAMPLES if c["kind"] in KINDS]
assert len(KNOWN) == len(SAMPLES)
DEPTH_SLACK = 0.01
PULL_SLACK = 0.02
SPEED_SLACK = 0.01


@pytest.mark.parametrize("case", KNOWN, ids=[c["id"] for c in KNOWN])
def test_sample_case_is_within_tolerance(case: dict) -> None:
    got, want, tol = answer(case)["result"], case["result"], case["tol"]
    if case["kind"] == "steady":
        assert got["V"] == pytest.approx(want["V"], abs=tol["V"] + SPEED_SLACK * abs(want["V"]))
        assert got["pull"] == pytest.approx(want["pull"], rel=tol["pull_rel"] + PULL_SLACK)
        assert got["n_roots"] == want["n_roots"]
        for name, fly in want["flies"].items():
            assert got["flies"][name]["depth"] == pytest.approx(fly["depth"], abs=tol["depth"] + DEPTH_SLACK)
            assert got["flies"][name]["x"] == pytest.approx(fly["x"], abs=tol["x"] + DEPTH_SLACK)
        return
    if case["kind"] == "sag":
        for key in ("span", "rise", "sag"):
            assert got[key] == pytest.approx(want[key], abs=tol[key] + DEPTH_SLACK)
        return
    if case["kind"] == "turnover":
        assert got["died_at"] == want["died_at"]
        assert got["E0"] == pytest.approx(want["E0"], rel=1e-4)
        for name, passing in want["at"].items():
            assert got["at"][name]["E"] == pytest.approx(passing["E"], rel=tol["E_rel"] + PULL_SLACK)
        return
    if case["kind"] != "transient":
        (key,) = want
        assert got[key] == pytest.approx(want[key], rel=tol[f"{key}_rel"] + SPEED_SLACK)
        return
    assert got["strain_max"] < 0.02
    assert got["pull_end"] == pytest.approx(want["pull_end"], rel=tol["pull_end_rel"] + PULL_SLACK)
    for name, fly in want["flies"].items():
        for key in ("depth", "x"):
            for mine, theirs, allowed in zip(got["flies"][name][key], fly[key], tol[name][key], strict=True):
                assert mine == pytest.approx(theirs, abs=allowed + DEPTH_SLACK)


def transient() -> dict:
    return copy.deepcopy(next(c for c in SAMPLES if c["id"].startswith("tr12")))


@pytest.mark.parametrize(
    ("change", "path"),
    [
        (lambda i: i["main"][0].update(length=-1), "input.main[0].length"),
        (lambda i: i["main"][0].update(length=float("nan")), "input.main[0].length"),
        (lambda i: i["main"][0].update(ds=1e-6), "input.main[0].ds"),
        (lambda i: i.update(main=[]), "input.main"),
        (lambda i: i.update(colour="red"), "input.colour"),
        (lambda i: i["bodies"][0].update(s=99.0), "input.bodies[0].s"),
        (lambda i: i["bodies"][0].update(m="heavy"), "input.bodies[0].m"),
        (lambda i: i["top"].update(kind="kite"), "input.top.kind"),
        (lambda i: i["stream"].update(h=0), "input.stream.h"),
        (lambda i: i.update(times=[]), "input.times"),
        (lambda i: i.update(times=list(range(2000))), "input.times"),
        (lambda i: i.pop("water"), "input.water"),
        (lambda i: i["initial"].update(dir=0.5), "input.initial.dir"),
        (lambda i: i.update(top={"kind": "float", "r": 0, "m": 1e-3}), "input.top.r"),
        (lambda i: i.update(top={"kind": "dry_fly", "r": 0.002, "m": 1e-5}), "input.top.support"),
        (lambda i: i.update(top={"kind": "strip", "takes": [[0, -1]]}), "input.top.takes[0]"),
        (lambda i: i.update(bed_profile=[[0, 1], [0, 2]]), "input.bed_profile"),
        (lambda i: i.update(bed_profile=[[0, 1], [1, -2]]), "input.bed_profile[1]"),
        (lambda i: i["main"][0].update(EI=1), "input.main[0].EI"),
        (lambda i: i["main"][0].update(greased="yes"), "input.main[0].greased"),
    ],
)
def test_bad_input_is_refused_by_the_name_of_its_field(change, path: str) -> None:
    case = transient()
    change(case["input"])
    with pytest.raises(InputError) as error:
        answer(case)
    assert path in {fault.path for fault in error.value.faults}


def test_every_fault_of_a_file_is_told_at_once() -> None:
    first, second = transient(), transient()
    first["input"]["main"][0]["length"] = 0
    second["input"]["bodies"][0]["CA"] = -1
    with pytest.raises(InputError) as error:
        answer_file({"format": 1, "cases": [first, second]})
    assert {f.path.split(" ")[0] for f in error.value.faults} == {"cases[0]", "cases[1]"}


@pytest.mark.parametrize(
    ("kind", "change", "path"),
    [
        ("sag", {"end_pull_horizontal": 0}, "input.end_pull_horizontal"),
        ("sag", {"sections": []}, "input.sections"),
        ("turnover", {"masses": [{"s": 9, "m": 1e-5}]}, "input.masses[0].s"),
        ("turnover", {"v0": -1}, "input.v0"),
        ("steady", {"bed_profile": [[0, 1], [9, 2]]}, "bed_profile"),
    ],
)
def test_the_other_kinds_name_their_fields_too(kind: str, change: dict, path: str) -> None:
    case = copy.deepcopy(next(c for c in SAMPLES if c["kind"] == kind))
    case["input"] |= change
    with pytest.raises(InputError) as error:
        answer(case)
    assert path in {fault.path for fault in error.value.faults}


def test_a_steady_case_has_no_bed_as_the_format_says() -> None:
    case = copy.deepcopy(next(c for c in SAMPLES if c["id"] == "st01-held-river"))
    case["input"]["stream"]["h"] = 1.0
    case["input"].pop("bed")
    assert answer(case)["result"]["flies"]["point"]["depth"] > 1.05


JSON = st.recursive(
    st.none() | st.booleans() | st.floats() | st.integers() | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=8), inner, max_size=4),
    max_leaves=20,
)


@settings(max_examples=150, deadline=None)
@given(key=st.sampled_from(sorted(transient()["input"])), value=JSON)
def test_whatever_stands_in_a_field_is_answered_or_refused(key: str, value: object) -> None:
    case = transient()
    case["input"][key] = value
    try:
        answer(case)
    except InputError as error:
        assert error.faults


def command(*arguments: str, given: str = "") -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [sys.executable, "-m", "jarana.cli", "chain", *arguments],
        input=given,
        capture_output=True,
        text=True,
        timeout=120,
    )


def test_the_command_prints_only_json_on_standard_output() -> None:
    done = command("-", given=json.dumps(transient()))
    assert done.returncode == 0, done.stderr
    assert json.loads(done.stdout)["kind"] == "transient"


def test_the_command_refuses_nonsense_with_2_and_no_stack_trace() -> None:
    done = command("-", given="{")
    assert done.returncode == 2
    assert done.stderr.strip()
    assert "Traceback" not in done.stderr


@pytest.mark.parametrize("given_text", ["[1, 2]", '{"kind": "steadyish", "input": {}}', "\x00", "[" * 5000])
def test_no_nonsense_is_answered(
    given_text: str, capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(sys, "stdin", io.StringIO(given_text))
    assert main(["chain", "-"]) == 2
    told = capsys.readouterr()
    assert told.err.strip()
    assert not told.out


SAMPLES3 = json.loads((Path(__file__).parents[1] / "cases" / "samples3.json").read_text())["cases"]
PLACE_SLACK = 0.02


@pytest.mark.parametrize("case", SAMPLES3, ids=[c["id"] for c in SAMPLES3])
def test_sample_case_in_space_is_within_tolerance(case: dict) -> None:
    got, want, tol = answer(case)["result"], case["result"], case["tol"]
    assert got["strain_max"] < 0.003
    for name, fly in want["flies"].items():
        for key in ("x", "y", "depth"):
            for mine, theirs, allowed in zip(got["flies"][name][key], fly[key], tol[name], strict=True):
                assert mine == pytest.approx(theirs, abs=allowed + PLACE_SLACK)
    for mine, theirs in zip(got["lying_length"], want.get("lying_length", got["lying_length"]), strict=True):
        assert mine == pytest.approx(theirs, abs=0.3)
