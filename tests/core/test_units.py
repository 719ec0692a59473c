"""People's units: whatever is typed freely is read, and everything written can be read again."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.units import SYSTEMS, Writer, parse


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


@given(st.floats(0.02, 15), st.sampled_from(sorted(SYSTEMS)))
def test_a_written_length_reads_back_to_its_last_digit(metres: float, system: str) -> None:
    written = Writer(system).text("length", metres).replace("¼", ".25").replace("½", ".5").replace("¾", ".75")
    assert parse("length", written, "m") == pytest.approx(metres, abs=0.0064)


@given(st.text(max_size=45))
def test_any_text_is_read_or_refused(text: str) -> None:
    try:
        parse("length", text, "m")
    except InputError as error:
        assert error.faults
