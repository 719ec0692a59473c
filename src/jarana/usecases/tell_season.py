"""What all outings tell together, with the rigs as they were fished."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from datetime import tzinfo
from functools import cache

from jarana.core.bank.outing import OutingView
from jarana.core.bank.season import ON, SeasonTold, season_of
from jarana.core.motions import motions
from jarana.core.rig.model import Rig
from jarana.core.strength.breaks import Fight
from jarana.core.strength.chain import StrengthLink, strength_chain, weakest_link
from jarana.core.strength.holds import paths_of
from jarana.core.strength.loads import path_to
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.storage.work import Work
from jarana.usecases.as_changed import as_changed
from jarana.usecases.keep_outing import list_outings


def tell_season(work: Work, zone: tzinfo, writer: Writer) -> SeasonTold:
    """Return what one's outings tell together, those kept apart left out; hours in a zone."""
    outings = [o for o in list_outings(work) if not o.apart]
    with work.reading():
        drawer = work.belongings.drawer()
        usual = {row.document.id: row.document.fish.mass_kg for row in work.belongings.reach_rows()}
        rigs = {key: work.rigs.fished(key) for key in {a.revision for o in outings for a in o.rigs}}
    flies = {w.id: p.tied(w).label for p in drawer.patterns for w in p.weights}
    # What fish told must not tell of itself: a rig changed at the water is tied as the table and the scale say.
    plain = drawer.model_copy(update={"knot_tests": tuple(t for t in drawer.knot_tests if not t.fish)})
    return season_of(outings, zone, flies, tuple(_fights(outings, rigs, usual, plain)), writer, drawer.knot_tests)


def _fights(
    outings: Sequence[OutingView], rigs: dict[str | None, Rig | None], usual: dict[str, float], drawer: Drawer
) -> Iterator[Fight]:
    """Yield the fish that were on, each with what bore it: the rig as it was changed by then."""

    @cache
    def changed(revision: str | None, edits: str) -> Rig | None:
        rig = rigs[revision]
        return as_changed(rig, json.loads(edits), drawer) if rig else None

    paths = cache(lambda revision, edits, fly: _bore(changed(revision, edits), fly))
    for outing in outings:
        for take in outing.fish:
            if take.ended not in ON or take.rig >= len(outing.rigs):
                continue
            revision = outing.rigs[take.rig].revision
            edits = json.dumps(take.edits, sort_keys=True)
            rig = changed(revision, edits)
            if rig is None or (usual.get(outing.water) is None and not take.cm):
                continue
            yield Fight(
                links=paths(revision, edits, take.fly),
                pace=outing.pace_m_s,
                jerk=motions()[rig.motion.kind].jerk,
                length_m=take.cm / 100 if take.cm else None,
                usual_kg=usual.get(outing.water, 0.0),
                ended=take.ended,
            )


def _bore(rig: Rig | None, fly: str | None) -> tuple[StrengthLink, ...]:
    """Return what bore a fish on a fly; where it was not told on which, on the one that holds least."""
    if rig is None:
        return ()
    if fly and (path := path_to(strength_chain(rig), fly)):
        return path
    return min(paths_of(rig), key=lambda path: weakest_link(path).force, default=())
