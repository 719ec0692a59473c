"""Keep a rule set as a person types it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from pydantic import ValidationError

from jarana.core.errors import FaultList, InputError
from jarana.core.methods import methods
from jarana.core.rules.rule_set import RuleSet
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.storage.work import Work
from jarana.usecases.marks import expect

say = phrases(
    __name__,
    """
wants-a-name = wants a name
is-not-a-method = is not a method
a-day-as = a day as 2026-04-30
a-day-as-2 = a day as 04-30
a-number = a number
""",
)

RULES = {"least_distance_m": "short", "longest_m": "length", "bead_to_hook_m": "short"}
"""By which rule a figure of a rule set is written."""
FIELDS = {"least_distance_m": "least_distance", "longest_m": "longest", "bead_to_hook_m": "bead_to_hook"}


@dataclass(frozen=True)
class Typed:
    """A rule set as it is typed; an empty text is a rule that is not there."""

    name: str
    source: str
    checked: str
    most_flies: str
    least_distance: str
    longest_rods: str
    longest: str
    bead_to_hook: str
    barbless: bool
    floats: bool
    shot: bool
    lead: bool
    sliding_droppers: bool
    seasons: tuple[tuple[str, str, str], ...]
    remark: str


def keep_rules(work: Work, key: str, typed: Typed, writer: Writer, base: str | None = None) -> RuleSet:
    """Read, keep and return a rule set; what is typed bare is in the units its fields show.

    `base` is the mark of the state it was written over, empty for a new one.

    Raises
    ------
    InputError
        Naming every field that cannot be.
    ChangedElsewhereError
        When it is not as it was seen any more.
    """
    faults = FaultList()
    fields: dict[str, object] = {"id": key, "name": typed.name.strip(), "source": typed.source.strip()}
    try:
        fields["checked"] = date.fromisoformat(typed.checked.strip())
    except ValueError:
        faults.add("checked", typed.checked, say("a-day-as"))
    for name, text in (
        ("least_distance", typed.least_distance),
        ("longest", typed.longest),
        ("bead_to_hook", typed.bead_to_hook),
    ):
        if text.strip():
            with faults.under(""):
                fields[f"{name}_m"] = round(writer.read(RULES[f"{name}_m"], text, name), 4)
    for name, text in (("most_flies", typed.most_flies), ("longest_rods", typed.longest_rods)):
        if text.strip():
            try:
                fields[name] = int(text) if name == "most_flies" else float(text.replace(",", "."))
            except ValueError:
                faults.add(name, text, say("a-number"))
    for i, (method, _, _) in enumerate(typed.seasons):
        faults.check(method in methods(), f"seasons[{i}].method", method, say("is-not-a-method"))
    faults.check(bool(typed.name.strip()), "name", "", say("wants-a-name"))
    faults.raise_if_any()
    flags = ("barbless", "floats", "shot", "lead", "sliding_droppers", "remark")
    fields |= {name: getattr(typed, name) for name in flags}
    fields["seasons"] = [{"method": m, "first": a.strip(), "last": b.strip()} for m, a, b in typed.seasons]
    try:
        rules = RuleSet.model_validate(fields)
    except ValidationError as error:
        for e in error.errors():
            where = ".".join(str(p) for p in e["loc"])
            reason = (
                say("a-day-as-2") if where.startswith("seasons") else e["msg"].replace("Input should be", "should be")
            )
            field = str(e["loc"][0])
            name, value = FIELDS.get(field, field), e.get("input")
            if field in RULES and (limit := writer.limit(RULES[field], field, e.get("ctx", {}))):
                reason, value = limit, writer.text(RULES[field], float(value))
            path = f"seasons[{e['loc'][1]}].{e['loc'][2]}" if where.startswith("seasons.") else name
            faults.add(path, value, reason)
        raise InputError(faults.faults) from None
    with work.writing():
        row = work.belongings.rule_set_row(key)
        expect(row.document if row is not None and row.deleted_at is None else None, base)
        work.belongings.keep_rule_set(rules)
        if row is not None:
            row.deleted_at = None
    return rules


def drop_rules(work: Work, key: str) -> None:
    """Throw a rule set away; writing it again brings it back."""
    with work.writing():
        row = work.belongings.rule_set_row(key)
        if row is not None:
            row.deleted_at = work.now
