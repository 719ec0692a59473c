"""The tie sheet: spools to pull out, pieces to cut, what to tie in which order, dressing and checks."""

from __future__ import annotations

from typing import Literal

from jarana.core.caution import Caution, caution
from jarana.core.model import Frozen
from jarana.core.rig.model import Attachment, Rig
from jarana.core.sheet.cut_list import Cut, cuts_of
from jarana.core.sheet.dressing import dressing_plan
from jarana.core.sheet.measures import Measures, in_measures
from jarana.core.strength.knots import knot_efficiency
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import Knot, usual_knot
from jarana.core.tackle.material import Material
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
finished = finished
turns = , { $n } turns
bead = , { $diameter_mm } bead
stretch-dress = Stretch and dress it
test = Test it
on-the = { $name } on the { $role }
peg = Peg the { $label } on the { $name }
above-lower-end = { $name }{ $name_2 } on the { $name_3 }, { $up } above its lower end
pinch-gently-no-knot = Pinch it on gently, no knot: a hard pinch cuts fine line.
end = { $name }{ $name_2 } at the end
cut-short-stopper-pinch = { $name }, cut short as a stopper; pinch the shot on above it.
perfection-loop-one-end = A perfection loop in one end of the link, girthed round the line above the knot. { $detail }
line-tied = { $name } in the line, tied to the { $name_2 }
one-end = { $name } in one end
to-the = { $name } to the { $name_2 }
then = {" "}Then { $name } with the { $name_2 }.
tie-bend = Tie to the bend of the { $label } with a { $name }
ring-each-side = Ring: { $name } on each side, to the { $above }
join = Join to the { $above } with a { $name }
keep-tag-points-down = {" "}Keep the tag that points down: { $tag }{ $own }, for the { $role }.
take-the-leader = Take { $name }, which is tied already.
on-winder = { $name }, on the winder { $label }
off-winder = Take { $name } off its winder; its fly is on it.
looped = Its fly is tied on already. Put its loop round the line above the joint and draw the fly through.
bend-of-winder = Its fly is tied on already. { $knot }, on the bend: { $how }
tag-left = tag left
fold-deep-left = {" "}{ $below } below its upper end fold it { $length_mm } deep for the { $role }: { $fold_how } { $length } is left.
knots-ends = knots and ends
knot-eats = this knot eats
line-kept = of the line kept
""",
)


class Pull(Frozen):
    """A spool to pull out: what the rig takes from it and what is on it.

    `short` when that is not enough, `low` when less stays than the angler wants on it.
    """

    spool_id: str | None
    name: str
    needed_mm: float
    needed_shown: str
    left_shown: str
    after_shown: str
    short: bool
    low: bool = False
    keep_shown: str = ""


class FlyPull(Frozen):
    """A fly to take out of the box; `owned` is None when it is not from there, `low` when fewer stay than wanted."""

    part: str
    name: str
    owned: int | None
    low: bool = False


class Said(Frozen):
    """A figure and what it is; `key` where a screen shows it at a place of its own: ``eats``."""

    figure: str
    name: str
    key: str = ""


class TieStep(Frozen):
    """One thing to do; with a piece to cut it starts with that (`cut` is its part); `card` is the knot it is tied with."""

    key: str
    kind: Literal["join", "fly", "float", "dress", "test"]
    part: str
    cut: str | None = None
    card: str = ""
    title: str
    detail: str
    figures: tuple[Said, ...] = ()


class TieSheet(Frozen):
    """Everything needed to tie a rig at the table."""

    pulls: tuple[Pull, ...]
    flies: tuple[FlyPull, ...]
    cuts: tuple[Cut, ...]
    steps: tuple[TieStep, ...]
    dressing: tuple[str, ...]
    cautions: tuple[Caution, ...]
    total_shown: str


def tie_sheet(rig: Rig, drawer: Drawer, measures: Measures, writer: Writer) -> TieSheet:
    """Return the tie sheet of a rig from a person's drawer, lengths beside their own measures."""
    cuts = cuts_of(rig, writer, measures)
    total = sum(c.cut_mm for c in cuts)
    return TieSheet(
        pulls=_pulls(cuts, drawer, writer),
        flies=tuple(_fly_pull(a, drawer, writer) for a in rig.attachments),
        cuts=cuts,
        steps=_steps(rig, cuts, measures, writer),
        dressing=dressing_plan(rig),
        cautions=(caution("nippers"), caution("litter")),
        total_shown=writer.text("length", total / 1000),
    )


def needed_mm(cuts: tuple[Cut, ...]) -> dict[str, float]:
    """Return the line each owned spool gives up, mm by spool id."""
    needed: dict[str, float] = {}
    for cut in cuts:
        if cut.spool_id:
            needed[cut.spool_id] = needed.get(cut.spool_id, 0.0) + cut.cut_mm
    return needed


def _pulls(cuts: tuple[Cut, ...], drawer: Drawer, writer: Writer) -> tuple[Pull, ...]:
    needed = needed_mm(cuts)
    pulls = []
    for spool in drawer.spools:
        if spool.id in needed:
            left = spool.left_m - needed[spool.id] / 1000
            pulls.append(
                Pull(
                    spool_id=spool.id,
                    name=f"{spool.number} · {spool.label}",
                    needed_mm=needed[spool.id],
                    needed_shown=writer.text("length", needed[spool.id] / 1000),
                    left_shown=writer.text("travel", spool.left_m),
                    after_shown=writer.text("travel", max(left, 0.0)),
                    short=left < 0,
                    low=0 <= left < spool.low_m,
                    keep_shown=writer.text("travel", spool.low_m) if spool.low_m else "",
                )
            )
    owned = {s.id for s in drawer.spools}
    for cut in cuts:
        if cut.spool_id not in owned:
            pulls.append(
                Pull(
                    spool_id=None,
                    name=cut.line,
                    needed_mm=cut.cut_mm,
                    needed_shown=cut.cut_shown,
                    left_shown="none",
                    after_shown="",
                    short=True,
                )
            )
    return tuple(pulls)


def _fly_pull(attachment: Attachment, drawer: Drawer, writer: Writer) -> FlyPull:
    body = attachment.body
    if isinstance(body, Shot):
        kept = drawer.shot(body)
        return FlyPull(
            part=attachment.id,
            name=fly_name(attachment, writer),
            owned=kept.count if kept else None,
            low=kept is not None and kept.count - 1 < kept.low,
        )
    winder = drawer.winder(attachment.ready) if attachment.ready else None
    if winder is not None:
        return FlyPull(
            part=attachment.id,
            name=say("on-winder", name=fly_name(attachment, writer), label=winder.name),
            owned=winder.count,
            low=winder.count - 1 < winder.low,
        )
    source = (attachment.fly and attachment.fly.source) or ""
    weight = next((w for p in drawer.patterns for w in p.weights if w.id == source), None)
    return FlyPull(
        part=attachment.id,
        name=fly_name(attachment, writer),
        owned=weight.count if weight else None,
        low=weight is not None and weight.count - 1 < weight.low,
    )


def fly_name(attachment: Attachment, writer: Writer) -> str:
    """Return ``Slim olive #16, 2.5 mm bead``, ``Leech #10, 8 turns``."""
    fly = attachment.fly
    bead, wraps = (fly.bead, fly.wraps) if fly else (None, None)
    beaded = say("bead", diameter_mm=writer.text("bead", bead.diameter_mm / 1000)) if bead else ""
    return attachment.body.label + beaded + (say("turns", n=str(wraps.turns)) if wraps and wraps.turns else "")


def _steps(rig: Rig, cuts: tuple[Cut, ...], measures: Measures, writer: Writer) -> tuple[TieStep, ...]:
    pieces = {c.part: c for c in cuts}
    begun = [i for i, span in enumerate(rig.spans) if span.id in pieces or _ready_begins(rig, i)]
    steps = [_join(rig, i, pieces.get(rig.spans[i].id), measures, writer) for i in begun]
    at_end = {a.id for a in rig.attachments if a.ready is not None and a.link is None}
    steps += [_hang(rig, a, pieces.get(a.id), writer) for a in rig.attachments if a.id not in at_end]
    head = rig.head.put_on_at(rig, writer)
    if head is not None:
        steps.append(TieStep(key=f"{rig.head.key} {head[0]}", kind="float", part="head", title=head[0], detail=head[1]))
    plan = dressing_plan(rig)
    steps.append(
        TieStep(
            key="dress " + " ".join(plan), kind="dress", part="rig", title=say("stretch-dress"), detail=" ".join(plan)
        )
    )
    steps.append(TieStep(key="test", kind="test", part="rig", title=say("test"), detail=caution("nippers").full))
    return tuple(steps)


def _hang(rig: Rig, attachment: Attachment, own: Cut | None, writer: Writer) -> TieStep:
    """Return the step that puts a fly, a bead or a shot on; a link of its own is tied first."""
    link, knot, at = rig.link_of(attachment), attachment.knot, attachment.at
    i = {"joint": rig.joint_index(at.joint) - 1 if at.kind == "joint" else 0,
         "span": rig.span_index(at.span) if at.kind == "span" else 0}.get(at.kind, -1)  # fmt: skip
    material, mm = (link[0], link[1]) if link else (rig.spans[i].material, rig.spans[i].d1_mm)
    name, role = fly_name(attachment, writer), role_name(rig.role(attachment))
    title, detail, tied = say("on-the", name=name, role=role), f"{knot.name}. {knot.how}", True
    if attachment.body.kind == "pegged bead":
        title = say("peg", label=attachment.body.label, name=rig.spans[i].name.lower())
    elif at.kind == "span":
        up = writer.text("short", (rig.spans[i].length_mm - at.mm) / 1000)
        title = say("above-lower-end", name=name[0].upper(), name_2=name[1:], name_3=rig.spans[i].name.lower(), up=up)
        detail, tied = say("pinch-gently-no-knot"), False
    elif attachment.body.kind == "shot":
        title = say("end", name=name[0].upper(), name_2=name[1:])
        detail = say("cut-short-stopper-pinch", name=knot.name)
    elif attachment.ready is not None and attachment.school == "link":
        detail, tied = say("looped"), False
    elif attachment.ready is not None:
        detail = say("bend-of-winder", knot=knot.name, how=knot.how)
    elif attachment.school == "link":
        detail = say("perfection-loop-one-end", detail=detail)
    elif link is None and at.kind == "joint":
        title = say("line-tied", name=name, name_2=rig.spans[i].name.lower())
    return TieStep(
        key=f"{attachment.id} {name} {knot.key} {attachment.school}",
        kind="fly",
        part=attachment.id,
        cut=own.part if own else None,
        card=knot.key if tied else "",
        title=title,
        detail=detail,
        figures=_figures(knot, material, mm, own, writer) if tied else (),
    )


def _join(rig: Rig, i: int, cut: Cut | None, measures: Measures, writer: Writer) -> TieStep:
    joint, span = rig.joints[i], rig.spans[i]
    knot = joint.loop or joint.knot
    hung = rig.hung_at(joint.id) if i else None
    above = rig.spans[i - 1].name.lower() if i else ""
    detail = knot.how
    if i == 0:
        title = say("one-end", name=knot.name) if joint.loop else say("to-the", name=knot.name, name_2=rig.line.name)
        detail += say("then", name=joint.knot.name.lower(), name_2=rig.line.name) if joint.loop else ""
    elif hung and hung.link is None:
        title = say("tie-bend", label=hung.body.label, name=knot.name.lower())
    elif joint.ring:
        title = say("ring-each-side", name=knot.name.lower(), above=above)
    else:
        title = say("join", above=above, name=knot.name.lower())
    figures = _figures(knot, span.material, span.d0_mm, cut, writer)
    tag = ""
    if hung and hung.link and hung.school == "tag":
        tag = writer.text("short", hung.link.length_mm / 1000)
        own = in_measures(hung.link.length_mm, measures, writer)
        detail += say("keep-tag-points-down", tag=tag, own=f" ({own})" if own else "", role=role_name(rig.role(hung)))
        figures = (*figures, Said(figure=tag, name=say("tag-left")))
    folds = [rig.hung_at(j.id) for j in rig.joints[i + 1 :] if rig.folded(j.id) and i == _piece_start(rig, j.id)]
    for fold in folds:
        if fold and fold.link and fold.at.kind == "joint":
            below = sum(s.length for s in rig.spans[i : rig.joint_index(fold.at.joint)])
            length, fold_how = writer.text("short", fold.link.length_mm / 1000), usual_knot("fold").how
            detail += say(
                "fold-deep-left",
                below=writer.text("length", below),
                length_mm=writer.text("short", fold.link.length_mm / 2000),
                role=role_name(rig.role(fold)),
                fold_how=fold_how,
                length=length,
            )
    piece = f"{cut.line} {cut.cut_mm:g}" if cut else f"{span.ready}"
    if cut is None:
        wound = any(a.ready == span.ready for a in rig.attachments)
        taken = say("off-winder", name=span.name) if wound else say("take-the-leader", name=span.name)
        detail = taken + " " + detail
    key = f"{joint.id} {joint.knot.key} {bool(joint.ring)} {piece} {tag}"
    return TieStep(
        key=key,
        kind="join",
        part=joint.id,
        cut=span.id if cut else None,
        card=knot.key,
        title=title,
        detail=detail,
        figures=figures,
    )


def _ready_begins(rig: Rig, i: int) -> bool:
    """Say whether a ready-made leader, or a piece that was cut out of it, begins at a span: it is tied to what is above."""
    return rig.spans[i].ready is not None and "unbroken" not in rig.joints[i].knot.uses


def _piece_start(rig: Rig, joint_id: str) -> int:
    """Return the first span of the unbroken line a fold is in."""
    i = rig.joint_index(joint_id)
    while i and rig.folded(rig.joints[i].id):
        i -= 1
    return i


def _figures(knot: Knot, material: Material, mm: float, cut: Cut | None, writer: Writer) -> tuple[Said, ...]:
    rows = []
    if cut:
        rows.append(Said(figure=cut.finished_shown, name=say("finished")))
        rows.append(Said(figure=cut.extra_shown, name=say("knots-ends")))
    rows.append(Said(figure=writer.text("short", knot.eats(mm / 1000)), name=say("knot-eats"), key="eats"))
    rows.append(Said(figure=f"{knot_efficiency(knot, material) * 100:.0f} %", name=say("line-kept")))
    return tuple(rows)
