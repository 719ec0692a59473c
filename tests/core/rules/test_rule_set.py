"""A rule set says what was written down, in the person's units, and nothing it was not told."""

from __future__ import annotations

from datetime import date

import pytest
from pydantic import ValidationError

from jarana.core.methods import name_of
from jarana.core.rules.rule_set import RuleSet
from jarana.core.units import Writer


def rules(**fields: object) -> RuleSet:
    return RuleSet.model_validate({"id": "r", "name": "R", "source": "a board", "checked": date(2026, 5, 2)} | fields)


def test_a_set_that_says_nothing_says_nothing() -> None:
    assert rules().said(Writer(), str) == ()


def test_every_rule_is_told_in_few_words() -> None:
    told = rules(most_flies=1, least_distance_m=0.5, longest_rods=2.0, barbless=True, floats=False, shot=False,
                 sliding_droppers=False).said(Writer(), str)  # fmt: skip
    assert told == (
        "at most 1 fly", "flies 50 cm apart or more", "leader up to 2 × the rod", "barbless", "no floats", "no shot",
        "no sliding droppers",
    )  # fmt: skip
    assert rules(least_distance_m=0.508).said(Writer("imperial"), str) == ("flies 20.0 in apart or more",)


@pytest.mark.parametrize("fields", [{"most_flies": 0}, {"least_distance_m": -1}, {"longest_rods": 99}, {"name": ""}])
def test_what_no_rule_can_be_is_refused(fields: dict) -> None:
    with pytest.raises(ValidationError):
        rules(**fields)


def test_a_season_names_its_method_by_what_it_is_called() -> None:
    season = {"method": "dry-fly", "first": "05-01", "last": "09-30"}
    assert rules(seasons=[season, season | {"method": "mine"}], barbless=True).said(Writer(), name_of) == (
        "Dry fly from 05-01 to 09-30",
        "mine from 05-01 to 09-30",
        "barbless",
    )
