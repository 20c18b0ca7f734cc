"""Find where functions of time change sign, many brackets at once; knows nothing of satellites."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Ends = tuple[Floats, Floats]


def sign_changes(values: Floats) -> NDArray[np.intp]:
    """Return each i where the sign differs between sample i and i + 1; zero counts as positive."""
    positive = values >= 0
    return np.flatnonzero(positive[1:] != positive[:-1])


def roots(
    f: Callable[[Floats], Floats], low: Floats, high: Floats, tolerance: float = 1e-4, at_ends: Ends | None = None
) -> Floats:
    """Return one root in each bracket ``[low, high]``, to within about ``tolerance`` in the argument.

    ``f`` takes one argument a bracket and must change sign over each; ``at_ends`` are its values
    there where they are known.  The false position of
    N. Anderson and A. Bjorck (BIT 13, 1973) on all brackets at once; where that is slow, halving.
    """
    a, b = low.astype(float), high.astype(float)
    if not len(a):
        return a
    fa, fb = at_ends or (f(a), f(b))
    for turn in range(80):
        with np.errstate(divide="ignore", invalid="ignore"):
            c = b - fb * (b - a) / (fb - fa)
        if turn % 4 == 3:
            c = np.where(np.abs(b - a) > 64 * tolerance, (a + b) / 2, c)
        c = np.where(np.isfinite(c), np.clip(c, np.minimum(a, b), np.maximum(a, b)), (a + b) / 2)
        fc = f(c)
        moved = np.abs(c - b)
        crossed = (fc >= 0) != (fb >= 0)
        with np.errstate(divide="ignore", invalid="ignore"):
            weight = 1 - fc / fb
        weight = np.where(np.isfinite(weight) & (weight > 0), weight, 0.5)
        fa = np.where(crossed, fb, fa * weight)
        a, b, fb = np.where(crossed, b, a), c, fc
        if np.all((moved <= tolerance) | (np.abs(b - a) <= tolerance) | (fb == 0)):
            break
    return np.asarray(b)


def newton(
    f: Callable[[Floats], Ends], low: Floats, high: Floats, tolerance: float = 1e-4, at_ends: Ends | None = None
) -> Floats:
    """Return one root in each bracket of a function given with its derivative; ``at_ends`` as for ``roots``.

    Newton's steps from where the chord crosses, halving wherever one would leave the bracket.
    """
    a, b = low.astype(float), high.astype(float)
    if not len(a):
        return a
    at_a, at_b = at_ends or (f(a)[0], f(b)[0])
    rising = at_b >= 0
    with np.errstate(divide="ignore", invalid="ignore"):
        x = a - at_a * (b - a) / (at_b - at_a)
    x = np.where((x > a) & (x < b), x, (a + b) / 2)
    for _ in range(80):
        value, slope = f(x)
        above = (value >= 0) == rising
        a, b = np.where(above, a, x), np.where(above, x, b)
        with np.errstate(divide="ignore", invalid="ignore"):
            step = value / slope
        after = x - step
        inside = (after > np.minimum(a, b)) & (after < np.maximum(a, b))
        good = np.isfinite(after) & (inside | (np.abs(step) <= tolerance))  # one that is found is not thrown out by a rounding
        after = np.where(good, after, (a + b) / 2)
        moved, x = np.abs(after - x), after
        if np.all((moved <= tolerance) | (np.abs(b - a) <= tolerance)):
            break
    return np.asarray(x)
