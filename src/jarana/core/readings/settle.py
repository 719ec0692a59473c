"""How deep does the team come, and how long does it take?"""

from __future__ import annotations

from jarana.core.readings.base import Context, Reading, ReadingKind, make

STEADY = 0.9
"""A team still changing in the last tenth of the time has not settled."""


def read(context: Context) -> Reading:
    """Tell depth at twenty seconds, and when the deepest fly holds its depth."""
    writer, drift = context.writer, context.drift
    deepest = max(context.hooked, key=lambda f: f.settled_depth_m)
    whole = drift.times_s[-1]
    settled = max(f.settled_s for f in context.hooked)
    done = settled < STEADY * whole
    each = ", ".join(f"{f.role} {writer.text('depth', f.settled_depth_m)}" for f in context.hooked)
    frame = min(range(len(drift.times_s)), key=lambda k: abs(drift.times_s[k] - 20.0))
    at_twenty = ", ".join(
        f"{f.role} {writer.text('depth', max(-drift.z_mm[frame][f.node] / 1000, 0.0))}" for f in context.hooked
    )
    title = f"Settles in {settled:.0f} s" if done else f"Still sinking after {whole:.0f} s"
    return make(
        "settle",
        "fine" if done else "look",
        title,
        f"In the end: {each}. After {drift.times_s[frame]:.0f} s: {at_twenty}.",
        writer.figure("depth", deepest.settled_depth_m),
        value=deepest.settled_depth_m,
        parts=(deepest.id,),
        why=(
            "Settled means within 5 % or 2 cm of its last depth.",
            "The line's drag rules: each fly alone would fall several times as fast.",
        ),
    )


READING = ReadingKind("settle", read)
