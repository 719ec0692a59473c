"""What the compiled functions are handed: arrays grouped by what they describe. Columns: :mod:`jarana.core.engine.columns`."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.compiled import compiled
from jarana.core.engine.wide import ROW

ROWS = 47
"""Rows of figures of the links of a block."""


class Line(NamedTuple):
    """The tree of links: the parent of every node (nodes,), the links (nodes, 5), how a node may lie (nodes,), which lie now (nodes,)."""

    parent: Ints
    links: Floats
    lies: Ints
    afloat: Ints


class Loads(NamedTuple):
    """The bodies on it: the node of each (bodies,), what it is (bodies, 6), and which have drowned (bodies,)."""

    node: Ints
    values: Floats
    drowned: Ints


class Medium(NamedTuple):
    """What it moves in.

        Water (4,), stream (8,), air (5,), rows along the bed (rows, 3; none over a level one) and across the stream (rows, 4; none
        where it is the same everywhere), the start and spacing of both (2,), bed (3,), the paths of the eddies along and up in unit
    deviations (rows, 2; none without), and s between their rows (2,).
    """

    water: Floats
    stream: Floats
    air: Floats
    along: Floats
    along_grid: Floats
    across: Floats
    across_grid: Floats
    bed: Floats
    eddies: Floats
    eddies_grid: Floats


class Now(NamedTuple):
    """Where every node is and how fast, (nodes, 3) each: m and m/s; and the tension of its link (nodes,), N."""

    place: Floats
    speed: Floats
    tension: Floats


class Sums(NamedTuple):
    """What a step makes for every node.

    Its symmetric 3x3 matrix as xx, xy, xz, yy, yz, zz (nodes, 6) and its right-hand side (nodes, 3); the coupling with its
    parent (nodes, 3, 3) and with its grandparent (nodes,), both of bending only; and what the way down needs: inverse
    (nodes, 6), direction times inverse, one over its part along
    the link and the direction (nodes, 7), stiffness against turning (nodes,). For every link
    the drag and weight of its line (nodes, 12): the resistance both its ends meet as xx … zz, and the force on itself and on
    its parent; the figures they are worked out from (:mod:`jarana.core.engine.step.lines`), for the links of a block and for
    those of them that stand in both water and air, and which these are.
    """

    matrix: Floats
    right: Floats
    coupling: Floats
    grand: Floats
    inverse: Floats
    along: Floats
    turning: Floats
    drags: Floats
    rows: Floats
    both: Floats
    which: Ints


class Drive(NamedTuple):
    """What is asked of a run: moves of the held top (moves, 5), mends (mends, 4), when to report s (times,), the steps (6,).

    Of which nodes (kept,), and which are watched at every step (watched,).
    """

    moves: Floats
    mends: Floats
    times: Floats
    steps: Floats
    kept: Ints
    watched: Ints


@compiled
def sums_for(nodes: int, bending: bool) -> Sums:
    """Return room for the sums of a chain of so many nodes."""
    held = nodes if bending else 1
    return Sums(
        np.zeros((nodes, 6)),
        np.zeros((nodes, 3)),
        np.zeros((held, 3, 3)),
        np.zeros(held),
        np.zeros((nodes, 6)),
        np.zeros((nodes, 7)),
        np.zeros(nodes),
        np.zeros((nodes, 12)),
        np.zeros(ROWS * ROW),
        np.zeros(ROWS * ROW),
        np.zeros(ROW, dtype=np.int64),
    )
