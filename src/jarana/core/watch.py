"""How far a long computation is, and whether somebody still wants it."""

from __future__ import annotations

from collections.abc import Callable
from threading import Event, Lock


class Watch:
    """What a long computation and those who wait for it tell each other; shared by threads.

    Attributes
    ----------
    done, of
        Steps that are done and steps there are; `of` is 0 until it is known.
    first
        An answer before the last word, where there is one; a newer one takes its place.
    crowded
        Asked once a first answer is there: others wait for theirs. Then the rest is left for later, and `later` says so.
    told
        A first answer was given before, when this was begun the last time: the rest alone is wanted.
    """

    def __init__(self, crowded: Callable[[], bool] = lambda: False, told: bool = False) -> None:
        self.done = self.of = 0
        self.first: object = None
        self.crowded, self.later, self.told = crowded, False, told
        self._lock, self._stop = Lock(), Event()

    def expects(self, steps: int) -> None:
        """Tell how many steps there are more."""
        with self._lock:
            self.of += steps

    def step(self) -> None:
        """Tell that a step is done."""
        with self._lock:
            self.done += 1

    def gives_way(self) -> bool:
        """Say whether to stop here for others, and remember it."""
        self.later = (self.told or self.first is not None) and self.crowded()
        return self.later

    def stop(self) -> None:
        """Ask the computation to stop at its next step."""
        self._stop.set()

    @property
    def stopped(self) -> bool:
        """Whether it should stop."""
        return self._stop.is_set()
