"""A started rig brought inside the rule set a person wrote, as far as taking away and lengthening can."""

from __future__ import annotations

from jarana.core.methods.called import part_called
from jarana.core.methods.chosen import Chosen
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.geometry import fly_gaps, place
from jarana.core.rig.model import Attachment, Rig
from jarana.core.rules.check import breaches
from jarana.core.rules.rule_set import RuleSet
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-shot-line-left = { $name }: no shot on the line; left off.
most-flies-left-off = { $name }: at most { $most_flies } flies; the { $replace } is left off.
""",
)


def inside(rig: Rig, rules: RuleSet, drawer: Drawer, writer: Writer) -> tuple[Rig, tuple[Chosen, ...]]:
    """Return the rig with fewer flies, without shot and with wider spacing where the rules ask for it, and what was done.

    What cannot be mended so (a float, a barb, a season) is named.
    """
    said: list[Chosen] = []
    if not rules.shot:
        for shot in [a for a in rig.attachments if a.body.kind == "shot" and a.at.kind == "span"]:
            rig = rig.rebuilt(attachments=tuple(a for a in rig.attachments if a is not shot))
            said.append(Chosen("rules", say("no-shot-line-left", name=rules.name)))
    while rules.most_flies is not None and len(_flies(rig)) > rules.most_flies:
        spare = next((a for a in _flies(rig) if a.at.kind == "joint" and not _holds(rig, a)), None)
        if spare is None:
            break
        rig = RemoveFly(at=spare.id).apply(rig, drawer, writer)
        said.append(
            Chosen(
                "rules",
                say(
                    "most-flies-left-off",
                    name=rules.name,
                    most_flies=rules.most_flies,
                    replace=part_called(spare.id),
                ),
            )
        )
    if rules.least_distance_m:
        rig = _apart(rig, rules.least_distance_m * 1000)
    left = [b.text for b in breaches(rig, rules, writer)]
    said += [Chosen("rules", f"{rules.name}: {text}.") for text in left]
    return rig, tuple(said)


def _flies(rig: Rig) -> list[Attachment]:
    return sorted((a for a in rig.attachments if a.fly), key=lambda a: place(rig, a))


def _holds(rig: Rig, attachment: Attachment) -> bool:
    return rig.head.holds() == attachment.id


def _apart(rig: Rig, least_mm: float) -> Rig:
    """Return the rig with spans lengthened where neighbouring flies hang closer than that, mm."""
    # Opened one after the other, each in the rig as it then is.
    for upper, lower in [(a, b) for _, a, b in fly_gaps(rig) if b.at.kind != "bend"]:
        gap = (place(rig, rig.attachment(lower.id)) - place(rig, rig.attachment(upper.id))) * 1000
        if gap < least_mm - 0.1 and upper.at.kind == "joint":
            index = rig.joint_index(upper.at.joint)
            span = rig.spans[index]
            rig = rig.replace_span(index, length_mm=round((span.length_mm + least_mm - gap) / 10 + 0.49) * 10)
    return rig
