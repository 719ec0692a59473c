"""A rig that was changed at the desk and on the phone since one revision."""

from __future__ import annotations

from jarana.core.rig.both import both
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import SetLength
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rig.model import Rig
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, started

CONTACT = started("level-contact", WATERS["weir-run"])


def changed(*edits: RigEdit) -> Rig:
    rig = CONTACT
    for edit in edits:
        rig = edit.apply(rig, DRAWER)
    return rig


LONGER, SHORTER = SetLength(span="tippet", value="1.1 m"), SetLength(span="tippet", value="0.6 m")
HIGHER, HEAVIER = SetStance(tip="3 m"), StepBead(at="point", heavier=True)


def test_a_length_here_and_a_bead_there_make_one_rig() -> None:
    found = both(CONTACT, changed(LONGER, HIGHER), changed(HEAVIER), Writer())
    assert found.clashes == ()
    assert found.made == changed(LONGER, HIGHER, HEAVIER)
    assert [c.part for c in found.theirs] == ["point"]
    assert {c.what for c in found.mine} == {"tippet", "rod tip"}


def test_the_same_length_changed_twice_says_what_is_lost_of_the_other() -> None:
    found = both(CONTACT, changed(LONGER), changed(SHORTER, HEAVIER), Writer())
    assert found.made == changed(LONGER, HEAVIER)
    assert [(c.part, c.after) for c in found.clashes] == [("tippet", "0.60 m")]


def test_what_is_no_rig_together_is_not_made() -> None:
    fewer = CONTACT.model_copy(
        update={"attachments": tuple(a for a in CONTACT.attachments if a.at.kind == "point"), "name": "One"}
    )
    joints = CONTACT.joints
    other = CONTACT.model_copy(update={"joints": (*joints[:-1], joints[-1].model_copy(update={"id": "anew"}))})
    found = both(CONTACT, fewer, fewer, Writer())
    assert found.made == fewer
    torn = both(CONTACT, CONTACT.model_copy(update={"name": "x"}), other, Writer())
    assert torn.made is None
    assert torn.clashes == torn.theirs
