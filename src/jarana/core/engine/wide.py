"""Logarithm and exponential written out: a loop over them runs four or eight at a time in a processor's wide registers.

The library's own are called one by one, four times as slow. Loops over them stay wide as long as they read and write one array at
distances known when they are compiled (:data:`ROW`).
"""

from __future__ import annotations

import numpy as np

from jarana.core.engine.compiled import inlined

ROW = 40
"""Numbers from one row of a scratch array to the next: a multiple of eight, and an odd number of cache lines."""
LN2_HIGH, LN2_LOW = 6.93147180369123816490e-01, 1.90821492927058770002e-10
ROOT_HALF = 0x3FE6A09E667F3BCD
"""The bits of sqrt(1/2)."""
BIAS, MANTISSA = 1023, 52
"""Of a double: what is added to its exponent, and the bits of its fraction."""


@inlined
def log_of(x: float) -> float:
    """Return ln x for 1e-300 < x < 1e300, to two units in the last place.

    ``x = 2^k (1 + f)`` with 1 + f from sqrt(1/2) to sqrt(2); ``ln(1 + f) = f - f²/2 + s (f²/2 + R(s²))`` with s = f/(2 + f) and the
    minimax polynomial R of Ng, "A portable logarithm" (1986), error below 2^-58.

    Examples
    --------
    >>> round(log_of(2.718281828459045), 12), log_of(1.0)
    (1.0, 0.0)
    """
    bits = np.float64(x).view(np.int64)
    k = (bits - ROOT_HALF) >> MANTISSA
    f = np.int64(bits - (k << MANTISSA)).view(np.float64) - 1.0
    s = f / (2.0 + f)
    z = s * s
    tail = z * (
        6.666666666666735130e-01
        + z
        * (
            3.999999999940941908e-01
            + z
            * (
                2.857142874366239149e-01
                + z
                * (
                    2.222219843214978396e-01
                    + z * (1.818357216161805012e-01 + z * (1.531383769920937332e-01 + z * 1.479819860511658591e-01))
                )
            )
        )
    )
    half = 0.5 * f * f
    power = np.float64(np.int32(k))
    return power * LN2_HIGH + (f - (half - (s * (half + tail) + power * LN2_LOW)))


@inlined
def exp_of(x: float) -> float:
    """Return e^x, to six units in the last place within |x| < 30; outside of ±700 that of ±700.

    ``e^x = 2^k e^r`` with |r| ≤ ln(2)/2; Taylor's series up to r^12, whose rest is below 2^-54.

    Examples
    --------
    >>> round(exp_of(1.0), 12), exp_of(0.0)
    (2.718281828459, 1.0)
    """
    held = min(max(x, -700.0), 700.0)
    k = np.floor(held * 1.4426950408889634 + 0.5)
    r = (held - k * LN2_HIGH) - k * LN2_LOW
    series = 1 / 479001600
    series = 1 / 39916800 + r * series
    series = 1 / 3628800 + r * series
    series = 1 / 362880 + r * series
    series = 1 / 40320 + r * series
    series = 1 / 5040 + r * series
    series = 1 / 720 + r * series
    series = 1 / 120 + r * series
    series = 1 / 24 + r * series
    series = 1 / 6 + r * series
    series = 0.5 + r * series
    series = 1.0 + r * series
    series = 1.0 + r * series
    power: float = np.int64((np.int64(np.int32(k)) + BIAS) << MANTISSA).view(np.float64)
    result: float = series * power
    return result


@inlined
def whole(count: int) -> int:
    """Return a count rounded up to fours: what is worked out beside is thrown away."""
    return (count + 3) & ~3
