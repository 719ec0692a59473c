"""What happened: one append-only record. What a person has is a projection of it, and taking back is an event too."""

from __future__ import annotations

from jarana.core.journal.event import Event, EventKind, event_kinds, standing

__all__ = ["Event", "EventKind", "event_kinds", "standing"]
