"""How far a long computation is, and whether somebody still wants it."""

from __future__ import annotations

from threading import Event, Lock


class Watch:
    """What a long computation and those who wait for it tell each other; shared by threads.

    Attributes
    ----------
    done, of
        Steps that are done and steps there are; `of` is 0 until it is known.
    first
        An answer before the last word, where there is one; a newer one takes its place.
    """

    def __init__(self) -> None:
        self.done = self.of = 0
        self.first: object = None
        self._lock, self._stop = Lock(), Event()

    def expects(self, steps: int) -> None:
        """Tell how many steps there are more."""
        with self._lock:
            self.of += steps

    def step(self) -> None:
        """Tell that a step is done."""
        with self._lock:
            self.done += 1

    def stop(self) -> None:
        """Ask the computation to stop at its next step."""
        self._stop.set()

    @property
    def stopped(self) -> bool:
        """Whether it should stop."""
        return self._stop.is_set()
