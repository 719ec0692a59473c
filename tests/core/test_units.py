"""People's units: whatever is typed freely is read, and everything written can be read again."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.errors import InputError, shorten
from jarana.core.unit_rules import MARKS, QUANTITIES, WHOLE, Option, Quantity, known_units, units_of
from jarana.core.units import EXAMPLES, KIND_OF_RULE, Writer, feet_inches, half_up, parse, x_number


@pytest.mark.parametrize(
    ("kind", "text", "bare", "si"),
    [
        ("diameter", "5x", "mm", 0.1524e-3),
        ("diameter", "5X", "mm", 0.1524e-3),
        ("diameter", "01X", "mm", 0.3048e-3),
        ("diameter", ".006in", "mm", 0.1524e-3),
        ("diameter", "0.15", "mm", 0.15e-3),
        ("diameter", "0,15", "mm", 0.15e-3),
        ("force", "2 lb", "kg", 8.8964432),
        ("length", "6 ft 6", "m", 1.9812),
        ("length", "9' 6\"", "m", 2.8956),
        ("length", "1′ 8″", "m", 0.508),
        ("length", "1.8m", "m", 1.8),
        ("length", "52", "cm", 0.52),
        ("length", "8 1/2 in", "m", 0.2159),
        ("mass", "1 lb 8 oz", "kg", 0.680388555),
        ("speed", "2 ft/s", "m/s", 0.6096),
        ("temperature", "50 °F", "°C", 10.0),
    ],
)
def test_a_person_types_as_they_like(kind: str, text: str, bare: str, si: float) -> None:
    assert parse(kind, text, bare) == pytest.approx(si, rel=1e-6)


@pytest.mark.parametrize(
    "text", ["", "abc", "1 m 2 m", "1/0", "--1", "5x", "nan", "1e5", "1 kg", "9" * 60, "2 in 3 ft"]
)
def test_what_is_no_length_is_refused_with_an_example(text: str) -> None:
    with pytest.raises(InputError) as error:
        parse("length", text, "m", "length")
    assert error.value.faults[0].path == "length"
    assert "try" in error.value.faults[0].reason


@given(st.floats(0.02, 15), st.sampled_from(sorted(WHOLE)))
def test_a_written_length_reads_back_to_its_last_digit(metres: float, system: str) -> None:
    written = Writer(system).text("length", metres).replace("¼", ".25").replace("½", ".5").replace("¾", ".75")
    assert parse("length", written, "m") == pytest.approx(metres, abs=0.0064)


@given(st.text(max_size=45))
def test_any_text_is_read_or_refused(text: str) -> None:
    try:
        parse("length", text, "m")
    except InputError as error:
        assert error.faults


@pytest.mark.parametrize(
    ("kind", "text", "bare", "si"),
    [
        ("length", "1’ 8”", "m", 0.508),
        ("length", "1′ 8″", "m", 0.508),
        ("length", "“8“", "m", None),
        ("length", "8“", "m", 8 * 0.0254),
        ("length", "8”", "m", 8 * 0.0254),
        ("length", "6 ft 6", "m", 78 * 0.0254),
        ("length", "1 m 20", "m", 1.20),
        ("length", "1 M 20 CM", "m", 1.20),
        ("length", "2 Yards", "m", 72 * 0.0254),
        ("length", "-3 cm", "m", -0.03),
        ("length", "−3 cm", "m", -0.03),
        ("length", "1 ft 2 in 3 mm", "m", 14 * 0.0254 + 0.003),
        ("length", "1 m 2 cm 3 mm 4", "m", None),
        ("length", "3 cm 4", "m", None),
        ("length", "1 in 1 ft", "m", None),
        ("length", "1 in 1 in", "m", None),
        ("length", "1 3/4 in", "m", 1.75 * 0.0254),
        ("length", "1 3/0 in", "m", None),
        ("length", "1" + "0" * 39, "mm", 1e36),
        ("length", "1" + "0" * 40, "mm", None),
        ("length", "5 furlongs", "m", None),
        ("mass", "1 lb 4", "kg", 20 * 0.45359237 / 16),
        ("mass", "1 lb 4 oz", "kg", 20 * 0.45359237 / 16),
        ("mass", "15 Grains", "g", 15 * 0.45359237 / 7000),
        ("force", "9 n", "kg", 9.0),
        ("force", "2 LBS", "kg", 2 * 0.45359237 * 9.80665),
        ("time", "1 min 20", "s", 80.0),
        ("time", "1 h 2 min 3 s", "s", 3723.0),
        ("temperature", "48 °F", "°C", (48 - 32) * 5 / 9),
        ("temperature", "-4 f", "°C", -20.0),
        ("temperature", "-4", "°C", -4.0),
        ("diameter", "0.15 mm", "mm", 0.15e-3),
        ("diameter", "5x", "mm", 0.006 * 0.0254),
        ("diameter", "5,5 X", "mm", 0.0055 * 0.0254),
        ("diameter", "0X", "mm", 0.011 * 0.0254),
        ("diameter", "00X", "mm", 0.011 * 0.0254),
        ("diameter", "02x", "mm", 0.013 * 0.0254),
        ("diameter", "10.5x", "mm", 0.0005 * 0.0254),
        ("diameter", "11x", "mm", None),
        ("diameter", "12x", "mm", None),
        ("diameter", "-5x", "mm", None),
        ("length", "5x", "m", None),
    ],
)
def test_what_is_typed_is_read_to_its_last_unit_or_refused(kind: str, text: str, bare: str, si: float | None) -> None:
    if si is None:
        with pytest.raises(InputError) as refused:
            parse(kind, text, bare)
        (fault,) = refused.value.faults
        assert (fault.path, fault.value) == ("value", shorten(text))
        assert fault.reason == f"not a {kind} that can be read; try {EXAMPLES[kind]}"
    else:
        assert parse(kind, text, bare) == pytest.approx(si, rel=1e-12)


@pytest.mark.parametrize(
    ("system", "what", "si", "digits", "unit"),
    [
        ("metric", "length", 0.515, "0.52", "m"),
        ("metric", "length", -0.515, "−0.52", "m"),
        ("metric", "length", -0.001, "0.00", "m"),
        ("metric", "short", 0.085, "9", "cm"),
        ("metric", "temperature", 9.5, "10", "°C"),
        ("metric", "speed", 0.125, "0.13", "m/s"),
        ("metric", "diameter", 0.1200e-3, "0.12", "mm"),
        ("metric", "diameter", 0.1214e-3, "0.12", "mm"),
        ("metric", "diameter", 0.1216e-3, "0.122", "mm"),
        ("metric", "diameter", 0.1524e-3, "0.152", "mm"),
        ("metric", "diameter", 0.1184e-3, "0.118", "mm"),
        ("metric", "bead", 2.78e-3, "2.8", "mm"),
        ("metric", "tag", 0.1216, "122", "mm"),
        ("imperial", "diameter", 0.1524e-3, "0.0060", "in"),
        ("imperial", "temperature", 10.0, "50", "°F"),
        ("imperial", "temperature", -40.0, "−40", "°F"),
        ("imperial", "short", 0.0254 * 2.25, "2.3", "in"),
        ("imperial", "force", 9.80665, "2.2", "lb"),
        ("imperial", "length", 0.0254 * 20, "1′ 8″", ""),
        ("imperial", "length", 0.0254 * 24, "2′", ""),
        ("imperial", "length", 0.0254 * 7.75, "7¾″", ""),
        ("imperial", "length", 0.0254 * 0.5, "½″", ""),
        ("imperial", "length", 0.0254 * 12.25, "1′ ¼″", ""),
        ("imperial", "length", 0.0254 * 0.12, "0″", ""),
        ("imperial", "length", 0.0254 * 0.125, "¼″", ""),
        ("imperial", "length", 0.0254 * 11.9, "1′", ""),
        ("imperial", "length", -0.0254 * 20, "−1′ 8″", ""),
        ("imperial", "length", -0.0254 * 0.1, "0″", ""),
        ("imperial", "length", 0.0, "0″", ""),
        ("x", "diameter", 0.1524e-3, "5X", ""),
        ("x", "diameter", 0.1397e-3, "5½X", ""),
        ("x", "diameter", 0.2794e-3, "0X", ""),
        ("x", "diameter", 0.2667e-3, "½X", ""),
        ("x", "diameter", 0.3048e-3, "01X", ""),
        ("x", "length", 0.0254 * 20, "1′ 8″", ""),
    ],
)
def test_a_figure_is_written_as_its_rule_says(system: str, what: str, si: float, digits: str, unit: str) -> None:
    figure = Writer(system).figure(what, si)
    assert (figure.digits, figure.unit) == (digits, unit)
    assert Writer(system).text(what, si) == f"{digits} {unit}".strip()


@pytest.mark.parametrize(
    ("system", "what", "text", "si"),
    [
        ("metric", "length", "2", 2.0),
        ("metric", "short", "2", 0.02),
        ("imperial", "short", "2", 0.0508),
        ("imperial", "length", "2", 0.6096),
        ("metric", "diameter", "0.12", 0.12e-3),
        ("imperial", "diameter", "0.006", 0.1524e-3),
        ("x", "diameter", "5", 0.1524e-3),
        ("x", "diameter", " 5 ", 0.1524e-3),
        ("x", "diameter", "5.5", 0.1397e-3),
        ("x", "diameter", "0.15 mm", 0.15e-3),
        ("x", "diameter", "6 thou", 0.1524e-3),
        ("imperial", "fish", "2", 2 * 0.45359237),
        ("imperial", "force", "2", 2 * 0.45359237 * 9.80665),
        ("imperial", "wind", "10", 10 * 1609.344 / 3600),
        ("imperial", "temperature", "50", 10.0),
    ],
)
def test_a_bare_number_takes_the_unit_the_field_shows(system: str, what: str, text: str, si: float) -> None:
    assert Writer(system).read(what, text) == pytest.approx(si, rel=1e-12)


@pytest.mark.parametrize(("system", "what"), [("metric", "length"), ("x", "diameter")])
def test_what_cannot_be_read_names_its_field(system: str, what: str) -> None:
    with pytest.raises(InputError) as refused:
        Writer(system).read(what, "much")
    assert refused.value.faults[0].path == "value"
    with pytest.raises(InputError) as refused:
        Writer(system).read(what, "much", "spans[2].length")
    assert refused.value.faults[0].path == "spans[2].length"


@pytest.mark.parametrize(
    ("system", "what", "field", "context", "told"),
    [
        ("metric", "length", "length_mm", {"ge": 20}, "at least 0.02 m"),
        ("imperial", "short", "length_mm", {"ge": 25.4, "le": 254}, "at least 1.0 in and at most 10.0 in"),
        ("metric", "speed", "pace_m_s", {"lt": 4.0}, "less than 4.00 m/s"),
        ("metric", "mg", "mass_mg", {"gt": 0}, "more than 0.0 mg"),
        ("metric", "depth", "depth_m", {"gt": 0.05, "le": 15}, "more than 0.05 m and at most 15.00 m"),
        ("imperial", "fish", "fish_kg", {"le": 0.45359237}, "at most 1.0 lb"),
        ("imperial", "temperature", "temperature_c", {"le": 30}, "at most 86 °F"),
        ("metric", "length", "depth", {"ge": 2}, "at least 2.00 m"),
        ("metric", "length", "length_mm", {"pattern": "x"}, ""),
    ],
)
def test_a_limit_is_told_in_the_person_s_units(
    system: str, what: str, field: str, context: dict[str, object], told: str
) -> None:
    assert Writer(system).limit(what, field, context) == told


@pytest.mark.parametrize(
    ("value", "decimals", "text"),
    [(0.25, 1, "0.3"), (-0.25, 1, "-0.3"), (2.5, 0, "3"), (0.0, 2, "0.00"), (-0.004, 2, "0.00"), (12.0, 0, "12")],
)
def test_a_tie_goes_away_from_nought(value: float, decimals: int, text: str) -> None:
    assert half_up(value, decimals) == text


def test_a_length_and_a_diameter_have_a_name_in_feet_and_in_x() -> None:
    assert feet_inches(0.0254 * 19.75) == "1′ 7¾″"
    assert x_number(0.1778e-3) == "4X"


@pytest.mark.parametrize("tenths", [79, 75, 63, 50, 5, 3, 0, -3, -5, -15, -40])
def test_an_x_number_is_typed_back_as_it_is_written(tenths: int) -> None:
    diameter = (0.011 - tenths / 10_000) * 0.0254
    assert parse("diameter", x_number(diameter), "X") == pytest.approx(diameter, abs=1e-9)


@pytest.mark.parametrize(("inches", "said"), [(0.01504, "04X"), (0.01506, "0.015 in"), (0.0217, "0.022 in")])
def test_what_is_stouter_than_any_x_is_told_in_inches(inches: float, said: str) -> None:
    assert x_number(inches * 0.0254) == said


@pytest.mark.parametrize(
    ("typed", "metres"), [("7¾″", 7.75), ("1′ 7¾″", 19.75), ("½ in", 0.5), ("5 ¼ in", 5.25), ("1/4 in", 0.25)]
)
def test_quarters_are_typed_as_they_are_written(typed: str, metres: float) -> None:
    assert parse("length", typed, "m") == pytest.approx(metres * 0.0254)


EVERY = [(q, option) for q in QUANTITIES for option in q.options]


@pytest.mark.parametrize("base", sorted(WHOLE))
@pytest.mark.parametrize(("quantity", "option"), EVERY, ids=[f"{q.key}={o.key}" for q, o in EVERY])
def test_a_quantity_chosen_by_itself_changes_its_own_figures_and_no_others(
    base: str, quantity: Quantity, option: Option
) -> None:
    mixed = units_of(f"{base},{quantity.key}={option.key}")
    assert {kind: mixed.rules[kind] for kind in option.rules} == option.rules
    others = set(mixed.rules) - set(option.rules)
    assert {kind: mixed.rules[kind] for kind in others} == {kind: units_of(base).rules[kind] for kind in others}
    assert units_of(mixed.key).rules == mixed.rules


def test_every_system_writes_every_kind_of_figure_that_is_read() -> None:
    assert {base: set(units_of(base).rules) for base in WHOLE} == {base: set(KIND_OF_RULE) for base in WHOLE}


@pytest.mark.parametrize(("quantity", "option"), EVERY, ids=[f"{q.key}={o.key}" for q, o in EVERY])
@pytest.mark.parametrize("mark", sorted(MARKS))
def test_what_is_written_is_read_back_whatever_was_chosen(quantity: Quantity, option: Option, mark: str) -> None:
    writer = Writer(f"metric,{quantity.key}={option.key},mark={mark}")
    for kind, rule in option.rules.items():
        si = 0.0048 if kind == "bead" else 0.2e-3 if kind in ("diameter", "mg", "fly_mass") else 0.7
        written = writer.text(kind, si)
        step = {"feet_inches": 1 / 48, "sixty_fourths": 1 / 64, "x": 1e-4}.get(rule.form, 10.0**-rule.decimals)
        assert writer.read(kind, written) == pytest.approx(si, abs=0.51 * step / rule.factor)
        assert "." not in written if mark == "comma" else "," not in written


@pytest.mark.parametrize(
    ("mm", "said"),
    [(0.0, "0″"), (1.58, "1/16″"), (2.4, "3/32″"), (2.78, "7/64″"), (3.2, "1/8″"), (3.97, "5/32″"), (25.4, "1″"), (31.75, "1 1/4″")],
)  # fmt: skip
def test_a_bead_is_told_in_parts_of_an_inch(mm: float, said: str) -> None:
    writer = Writer("metric,bead=in")
    assert writer.text("bead", mm / 1000) == said
    assert writer.read("bead", said) == pytest.approx(mm / 1000, abs=0.51 * 0.0254 / 64)


@pytest.mark.parametrize(
    ("asked", "shortest"),
    [
        ("metric", "metric"),
        ("imperial,line=x", "x"),
        ("x,line=in", "imperial"),
        ("metric,mark=point", "metric"),
        ("metric,fish=lb,fish=kg", "metric"),
        ("x,mark=comma,fish=kg", "x,fish=kg,mark=comma"),
        ("", None),
        ("Metric", None),
        ("metric,,", None),
        ("metric,line=furlong", None),
        ("metric" + ",fish=kg" * 19, "metric"),
        ("metric" + ",fish=kg" * 20, None),
    ],
)
def test_a_choice_of_units_has_one_shortest_text_or_is_none(asked: str, shortest: str | None) -> None:
    assert known_units(asked) == shortest


def test_a_sentence_written_without_the_person_takes_their_mark() -> None:
    text = "0.12 mm. 3 of 10, 1.5 to 2.25"
    assert Writer("x,mark=comma").marked(text) == "0,12 mm. 3 of 10, 1,5 to 2,25"
    assert Writer("x").marked(text) == text


def test_a_step_of_a_button_is_round_in_the_unit_it_is_shown_in() -> None:
    def shown(key: str) -> dict[str, float]:
        inches = {"length": 12.0} if key == "imperial" else {}
        rules = {kind: rule for kind, rule in units_of(key).rules.items() if rule.step}
        return {kind: round(rule.step * rule.factor * inches.get(kind, 1.0), 6) for kind, rule in rules.items()}

    assert shown("metric") == {"length": 0.1, "short": 5, "depth": 0.05, "travel": 0.5, "speed": 0.05, "temperature": 1}
    assert shown("imperial") == {"length": 6, "short": 2, "depth": 0.2, "travel": 2, "speed": 0.2, "temperature": 2}


SOURCES = Path(__file__).parents[2] / "src" / "jarana"
ASKED = re.compile(r"[wW]riter\.(?:text|figure|between|read)\(\s*\"(\w+)\"")


def test_every_quantity_that_is_written_somewhere_has_a_rule() -> None:
    found = {name for path in SOURCES.rglob("*.py") for name in ASKED.findall(path.read_text(encoding="utf-8"))}
    assert {"length", "depth", "fly_mass"} <= found
    assert found <= set(Writer().rules)
