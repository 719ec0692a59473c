"""The drawing of a rig as an SVG file: the whole line from the rod to the point, readable on its own."""

from __future__ import annotations

from xml.etree import ElementTree as Tree

from jarana.core.rig.model import Attachment, Rig
from jarana.core.sheet.tie_sheet import fly_name
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
on = , on { $text }
long = { $length } from line to point
ring = ring, { $knot }
""",
)

WIDTH = 1200
HEIGHT = 230
Y = 84
LEFT = 70
RIGHT = 190
LEAST = 90
PX_PER_MM = 28
INKS = {
    "mono": "#B9822A",
    "clear": "#8A8F86",
    "sighter": "#CF432B",
    "fluorocarbon": "#66648E",
    "braid": "#6F7A6F",
    "coated": "#3D3226",
}
INK = "#0F2A33"
SOFT = "#46636B"


def rig_svg(rig: Rig, writer: Writer) -> str:
    """Return the drawing; every text is escaped by the XML writer, nothing in it is fetched or run."""
    svg = Tree.Element(
        "svg",
        xmlns="http://www.w3.org/2000/svg",
        width=str(WIDTH),
        height=str(HEIGHT),
        viewBox=f"0 0 {WIDTH} {HEIGHT}",
        role="img",
    )
    svg.set("font-family", "sans-serif")
    _sub(svg, "title", rig.name)
    Tree.SubElement(svg, "rect", width=str(WIDTH), height=str(HEIGHT), fill="#FFFFFF")
    _text(svg, 16, 28, rig.name, 17, INK, weight="bold")
    _text(svg, 16, 48, say("long", length=writer.text("length", rig.length)), 12, SOFT)
    tip = rig.line.tip_mm * PX_PER_MM * 0.8
    Tree.SubElement(svg, "path", d=f"M0 {Y} H{LEFT}", stroke="#5D7A3C", fill="none").set("stroke-width", f"{tip:.1f}")
    edges = _edges(rig)
    for i, span in enumerate(rig.spans):
        x0, x1 = edges[i], edges[i + 1]
        up, down = span.d0_mm * PX_PER_MM / 2, span.d1_mm * PX_PER_MM / 2
        shape = f"M{x0:.1f} {Y - up:.1f} L{x1:.1f} {Y - down:.1f} V{Y + down:.1f} L{x0:.1f} {Y + up:.1f} Z"
        Tree.SubElement(svg, "path", d=shape, fill=INKS[span.material.look])
        middle = (x0 + x1) / 2
        thick = writer.text("diameter", span.d0_mm / 1000)
        _text(svg, middle, Y - 14, f"{span.name} {thick}", 11, INK, anchor="middle")
        _text(
            svg, middle, Y + 24, writer.text("length", span.length_mm / 1000), 12, INK, anchor="middle", weight="bold"
        )
        if span.dressing != "none":
            edge = Y - up - 5 if span.dressing == "greased" else Y + down + 5
            mark = Tree.SubElement(svg, "path", d=f"M{x0 + 12:.1f} {edge:.1f} H{x1 - 12:.1f}", fill="none", stroke=SOFT)
            mark.set("stroke-width", "3" if span.dressing == "greased" else "1.4")
            mark.set("stroke-dasharray", "1 7" if span.dressing == "greased" else "6 4")
            mark.set("stroke-linecap", "round")
            _sub(mark, "title", f"{span.name}: {span.dressing}")
        joint = rig.joints[i]
        if joint.ring:
            Tree.SubElement(svg, "circle", cx=f"{x0:.1f}", cy=str(Y), r="6", fill="#FFFFFF", stroke=INK)
        else:
            Tree.SubElement(svg, "path", d=f"M{x0 - 4:.1f} {Y + 7} l4 -14 M{x0 + 1:.1f} {Y + 7} l4 -14", stroke=INK)
        name = (joint.loop or joint.knot).name
        _text(svg, x0, Y + 44 + 14 * (i % 2), say("ring", knot=name) if joint.ring else name, 10, SOFT, anchor="middle")
    for attachment in rig.attachments:
        _fly(svg, rig, attachment, edges, writer)
    Tree.indent(svg)
    return Tree.tostring(svg, encoding="unicode", xml_declaration=True) + "\n"


def _edges(rig: Rig) -> list[float]:
    """Return the ends of the spans across the drawing: long ones longer, every one with room for its figures."""
    room = WIDTH - LEFT - RIGHT
    weights = [span.length_mm**0.45 for span in rig.spans]
    least = min(LEAST, room / len(weights))
    spare = room - least * len(weights)
    edges = [float(LEFT)]
    for weight in weights:
        edges.append(edges[-1] + least + spare * weight / sum(weights))
    return edges


def _fly(svg: Tree.Element, rig: Rig, attachment: Attachment, edges: list[float], writer: Writer) -> None:
    at = attachment.at
    x, y = edges[-1], float(Y)
    if at.kind == "joint":
        x, y = edges[rig.joint_index(at.joint)] + 24, Y + 78.0
        Tree.SubElement(svg, "path", d=f"M{x - 24:.1f} {Y} Q{x - 20:.1f} {y} {x:.1f} {y}", fill="none", stroke=INK)
    elif at.kind == "span":
        i = rig.span_index(at.span)
        x = edges[i] + (edges[i + 1] - edges[i]) * min(at.mm / rig.spans[i].length_mm, 1.0)
    elif at.kind == "bend":
        root = rig.root(attachment)
        begins = edges[rig.joint_index(root.at.joint)] + 24 if root.at.kind == "joint" else edges[-1]
        x, y = begins + 30, Y + 78.0 + (44 if root.at.kind == "joint" else 0)
    fly = attachment.fly
    bead = fly.bead.diameter_mm * 2.4 if fly and fly.bead else 2.0
    shank = fly.hook.shank_mm * 4 if fly else 0.0
    hook = f"M{x:.1f} {y} h{shank:.1f} q{shank * 0.3:.1f} 0 {shank * 0.3:.1f} 6 q0 7 {-shank * 0.3:.1f} 7"
    Tree.SubElement(svg, "path", d=hook, fill="none", stroke=INK).set("stroke-width", "1.6")
    Tree.SubElement(svg, "circle", cx=f"{x + bead:.1f}", cy=f"{y}", r=f"{bead:.1f}", fill="#C9A23A", stroke=INK)
    said = fly_name(attachment, writer)
    if attachment.link and at.kind in ("joint", "bend"):
        said += say("on", text=writer.text("short", attachment.link.length_mm / 1000))
    _text(svg, x, y + 32, said, 11, INK)


def _sub(parent: Tree.Element, tag: str, text: str) -> None:
    Tree.SubElement(parent, tag).text = text


def _text(
    svg: Tree.Element,
    x: float,
    y: float,
    text: str,
    size: int,
    fill: str,
    anchor: str = "start",
    weight: str = "normal",
) -> None:
    element = Tree.SubElement(svg, "text", x=f"{x:.1f}", y=f"{y:.1f}", fill=fill)
    element.set("font-size", str(size))
    element.set("text-anchor", anchor)
    element.set("font-weight", weight)
    element.text = text
