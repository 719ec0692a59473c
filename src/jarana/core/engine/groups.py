"""What the compiled functions are handed: arrays grouped by what they describe. Columns: :mod:`jarana.core.engine.columns`."""

from __future__ import annotations

from typing import NamedTuple

from jarana.core.engine.mesh import Floats, Ints


class Line(NamedTuple):
    """The tree of links: the parent of every node (nodes,), the links (nodes, 6), which nodes lie greased in the surface (nodes,)."""

    parent: Ints
    links: Floats
    afloat: Ints


class Loads(NamedTuple):
    """The bodies on it: the node of each (bodies,), and what it is (bodies, 4)."""

    node: Ints
    values: Floats


class Medium(NamedTuple):
    """What it moves in: water (4,), stream (6,), rows of the ground (rows, 3; none over a level bed), their start and spacing (2,), bed (3,)."""

    water: Floats
    stream: Floats
    ground: Floats
    grid: Floats
    bed: Floats


class Now(NamedTuple):
    """Where every node is and how fast, (nodes,) each: m and m/s."""

    x: Floats
    z: Floats
    vx: Floats
    vz: Floats


class Sums(NamedTuple):
    """Every node's symmetric 2x2 matrix and its right-hand side, (nodes,) each."""

    a11: Floats
    a12: Floats
    a22: Floats
    rx: Floats
    rz: Floats


class Drive(NamedTuple):
    """What is asked of a run: moves of the held top (moves, 4), when to report s (times,), the steps (3,)."""

    moves: Floats
    times: Floats
    steps: Floats
