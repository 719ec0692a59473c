"""What wore a tied rig: a re-tie, a cut-back, a break, a stray knot, a span renewed."""

from __future__ import annotations

from jarana.core.journal.event import EventKind
from jarana.core.leader.wear import Wear

KIND = EventKind("wear", Wear)
