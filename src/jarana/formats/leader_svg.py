"""A designed leader as a drawing: sections by thickness, joints, hinges, lengths."""

from __future__ import annotations

from xml.sax.saxutils import escape

from jarana.core.leader.spec import LeaderDesign
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(__name__, "hinges = hinges ×{ $times }")

WIDTH, HEIGHT, LEFT, RIGHT, LINE_Y = 1000, 150, 40, 30, 66
THICK = 14.0
"""Pixels of drawing per millimetre of line."""
INK = {
    "mono": "#b9822a",
    "clear": "#8a8f86",
    "sighter": "#cf432b",
    "fluorocarbon": "#66648e",
    "braid": "#6f7a6f",
    "coated": "#3d3226",
}
ROOM_PX = 60


def leader_svg(leader: LeaderDesign, writer: Writer) -> str:
    """Return the drawing of a leader, fly line at the left; texts escaped, nothing fetched."""
    scale = (WIDTH - LEFT - RIGHT) / leader.total_mm
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH} {HEIGHT}" width="{WIDTH}" height="{HEIGHT}" '
        'font-family="sans-serif" font-size="13" fill="#0f2a33">',
        f'<rect width="{WIDTH}" height="{HEIGHT}" fill="#fafcfb"/>',
        f'<path d="M8 {LINE_Y} H{LEFT}" stroke="#5d7a3c" stroke-width="12"/>',
    ]
    at = 0.0
    for section, joint in zip(leader.sections, leader.joints, strict=True):
        x0, x1 = LEFT + at * scale, LEFT + (at + section.length_mm) * scale
        a, b = section.d0_mm * THICK, section.d1_mm * THICK
        parts.append(
            f'<path d="M{x0:.1f} {LINE_Y - a / 2:.1f} L{x1:.1f} {LINE_Y - b / 2:.1f} V{LINE_Y + b / 2:.1f} '
            f'L{x0:.1f} {LINE_Y + a / 2:.1f}Z" fill="{INK[section.material.look]}" stroke="#0f2a33" stroke-width="0.6"/>'
        )
        hurts = joint.hinge != "fine"
        parts.append(
            f'<path d="M{x0:.1f} {LINE_Y - 12} V{LINE_Y + 12}" stroke="{"#b93a24" if hurts else "#0f2a33"}" '
            f'stroke-width="{3 if hurts else 1.4}"/>'
        )
        if hurts:
            text = escape(say("hinges", times=writer.number(joint.stiffness, 1)))
            parts.append(f'<text x="{x0:.1f}" y="{LINE_Y + 56}" text-anchor="middle" fill="#b93a24">{text}</text>')
        middle = f'x="{(x0 + x1) / 2:.1f}" text-anchor="middle"'
        if x1 - x0 > ROOM_PX:
            parts.append(
                f'<text {middle} y="{LINE_Y - 22}">{escape(writer.text("diameter", section.d0_mm / 1000))}</text>'
            )
            parts.append(
                f'<text {middle} y="{LINE_Y + 30}" fill="#46636b">{escape(writer.text("length", section.length_mm / 1000))}</text>'
            )
        at += section.length_mm
    whole = f"{leader.school}, {writer.text('length', leader.total_mm / 1000)}"
    parts.append(f'<text x="{LEFT}" y="20" font-weight="bold">{escape(whole)}</text>')
    said = leader.cast.sentence if leader.cast else leader.cast_note
    parts.append(f'<text x="{LEFT}" y="{HEIGHT - 12}" fill="#46636b">{escape(said)}</text></svg>')
    return "\n".join(parts) + "\n"
