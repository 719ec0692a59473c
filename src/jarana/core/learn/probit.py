"""A probit regression with a ridge: what decides whether something happens in a drift."""

from __future__ import annotations

import numpy as np
from scipy.special import log_ndtr

from jarana.core.engine.arrays import Floats

MOST_ROUNDS = 60
LONGEST_STEP = 1.0
CLOSE = 1e-6
LOG_ROOT_2PI = 0.5 * np.log(2.0 * np.pi)


def probit(rows: Floats, happened: np.ndarray, ridge: Floats) -> Floats:
    """Return the coefficients of ``P(happened) = Φ(rows · b)``, by Newton's method with steps cut short.

    Parameters
    ----------
    rows
        (n, m).
    happened
        (n,), true or false.
    ridge
        (m,), how strongly each coefficient is held to 0.
    """
    b = np.zeros(rows.shape[1])
    sign = np.where(happened, 1.0, -1.0)
    for _ in range(MOST_ROUNDS):
        eta = rows @ b
        pull = sign * np.exp(-0.5 * eta * eta - LOG_ROOT_2PI - log_ndtr(sign * eta))
        slope = rows.T @ pull - ridge * b
        curve = (rows * (pull * (pull + eta))[:, None]).T @ rows + np.diag(ridge)
        step = np.linalg.solve(curve, slope)
        step *= min(1.0, LONGEST_STEP / max(float(np.abs(step).max()), 1e-12))
        b += step
        if np.abs(step).max() < CLOSE:
            break
    return b
