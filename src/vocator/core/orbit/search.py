"""Find where functions of time change sign, many brackets at once; knows nothing of satellites."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


def sign_changes(values: Floats) -> NDArray[np.intp]:
    """Return each i where the sign differs between sample i and i + 1; zero counts as positive."""
    positive = values >= 0
    return np.flatnonzero(positive[1:] != positive[:-1])


def roots(f: Callable[[Floats], Floats], low: Floats, high: Floats, tolerance: float = 1e-4) -> Floats:
    """Return one root in each bracket ``[low, high]``, to within ``tolerance`` in the argument.

    ``f`` takes one argument a bracket and must change sign over each.  Ridders' method on all
    brackets at once (C. Ridders, IEEE Trans. Circuits Syst. 26, 1979), kept inside the bracket.
    """
    a, b = low.astype(float), high.astype(float)
    fa, fb = f(a), f(b)
    for _ in range(60):
        if not len(a) or np.max(np.abs(b - a)) <= tolerance:
            break
        middle = (a + b) / 2
        fm = f(middle)
        scale = np.sqrt(np.maximum(fm * fm - fa * fb, 0))
        step = np.where(scale > 0, (middle - a) * np.sign(fa - fb) * fm / np.where(scale > 0, scale, 1), 0)
        guess = np.clip(middle + step, np.minimum(a, b), np.maximum(a, b))
        fg = f(guess)
        points = np.sort(np.stack([a, middle, guess, b]), axis=0)
        order = np.argsort(np.stack([a, middle, guess, b]), axis=0, kind="stable")
        values = np.take_along_axis(np.stack([fa, fm, fg, fb]), order, axis=0)
        change = np.argmax((values[1:] >= 0) != (values[:-1] >= 0), axis=0)[None]
        a, b = np.take_along_axis(points, change, 0)[0], np.take_along_axis(points, change + 1, 0)[0]
        fa, fb = np.take_along_axis(values, change, 0)[0], np.take_along_axis(values, change + 1, 0)[0]
        near = np.abs(fg) <= 1e-14
        a, b = np.where(near, guess, a), np.where(near, guess, b)
    return np.asarray((a + b) / 2)
