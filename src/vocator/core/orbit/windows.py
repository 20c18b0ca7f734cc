"""The parts of a pass that stand above a horizon mask."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime

import numpy as np
from numpy.typing import NDArray

from vocator.core.orbit.frames import Floats
from vocator.core.orbit.horizon_mask import HorizonMask
from vocator.core.orbit.search import sign_changes
from vocator.core.orbit.sky import Sky

Flags = NDArray[np.bool_]
MASK_STEP_S = 5.0


@dataclass(frozen=True, slots=True)
class Window:
    """A part of a pass that stands above the mask."""

    start_utc: datetime
    end_utc: datetime


def free_spans(sky: Sky, begin_utc: datetime, end_utc: datetime, mask: HorizonMask) -> tuple[Window, ...]:
    """Return the parts of a span above the horizon that stand above the mask."""
    return free_spans_of(sky, [(begin_utc, end_utc)], mask)[0]


def free_spans_of(sky: Sky, spans: list[tuple[datetime, datetime]], mask: HorizonMask) -> list[tuple[Window, ...]]:
    """Return the same for each of several spans, all searched at once.

    Sampled every 5 s, where the azimuth crosses a point of the mask, and where the free height comes nearest to zero between
    samples; then bisected.
    """
    if not mask.points or not spans:
        return [(Window(begin, end),) for begin, end in spans]

    def free(seconds: Floats) -> Floats:
        look = sky.look(seconds)
        return look.elevation_deg - np.maximum(mask.at(look.azimuth_deg), 0)

    ends = [(sky.seconds(begin), sky.seconds(end)) for begin, end in spans]
    even = [np.linspace(a, b, max(math.ceil((b - a) / MASK_STEP_S), 8) + 1) for a, b in ends]
    samples = [np.union1d(own, more) for own, more in zip(even, _crossings(sky, even, mask), strict=True)]
    samples = [np.union1d(own, more) for own, more in zip(samples, _nearest_zero(free, samples), strict=True)]
    at_ends = mask.at(sky.look(np.array(ends).ravel()).azimuth_deg).reshape(-1, 2) <= 0
    brackets, above = [], []
    for own, values, (open_start, open_end) in zip(samples, _each(free, samples), at_ends, strict=True):
        values[0] = values[0] if values[0] > 1e-6 else -1e-9
        values[-1] = values[-1] if values[-1] > 1e-6 else -1e-9
        if open_start and values[1] > 0:
            values[0] = 1e-9
        if open_end and values[-2] > 0:
            values[-1] = 1e-9
        change = sign_changes(values)
        brackets.append((own[change], own[change + 1], values[change] < 0))
        above.append((values[0] > 0, values[-1] > 0))
    found = []
    for (begins, closes), edges, (starts, stays) in zip(ends, _bisect_each(free, brackets), above, strict=True):
        marks = [*([begins] if starts else []), *edges.tolist(), *([closes] if stays else [])]
        found.append(tuple(Window(sky.moment(a), sky.moment(b)) for a, b in zip(marks[::2], marks[1::2], strict=True)))
    return found


def _each(f: Callable[[Floats], Floats], arrays: list[Floats]) -> list[Floats]:
    """Return a function's values for each of several arrays, asked once for all."""
    return _shared_out(f(np.concatenate(arrays)), arrays)


def _shared_out(values: Floats, arrays: list[Floats]) -> list[Floats]:
    """Return what of some values belongs to each of the arrays that were asked about at once."""
    return np.split(values, np.cumsum([len(a) for a in arrays])[:-1])


def _bisect_each(f: Callable[[Floats], Floats], brackets: list[tuple[Floats, Floats, Flags]]) -> list[Floats]:
    low, high, opening = (np.concatenate([b[k] for b in brackets]) for k in range(3))
    return _shared_out(_bisect(f, low, high, opening.astype(bool)), [b[0] for b in brackets])


def _crossings(sky: Sky, samples: list[Floats], mask: HorizonMask) -> list[Floats]:
    """Return when the azimuth crosses a point of the mask, in seconds, for each span: there its height may stand out or fall away."""
    brackets, aims = [], []
    for own, found in zip(samples, _each(lambda t: sky.look(t).azimuth_deg, samples), strict=True):
        azimuths = np.unwrap(found, period=360.0)
        lows, targets = [], []
        for point, _ in mask.points:
            turns = np.arange(math.floor((azimuths.min() - point) / 360), math.ceil((azimuths.max() - point) / 360) + 1)
            for target in point + 360 * turns:
                at = sign_changes(azimuths - target).tolist()
                lows += at
                targets += [target] * len(at)
        at = np.array(lows, dtype=np.intp)
        aims.append(np.array(targets, dtype=float))
        brackets.append((own[at], own[at + 1], azimuths[at + 1] > azimuths[at]))
    wanted = np.concatenate(aims)

    def past(seconds: Floats) -> Floats:
        return np.asarray(np.mod(sky.look(seconds).azimuth_deg - wanted + 180, 360) - 180)

    return _bisect_each(past, brackets)


def _nearest_zero(free: Callable[[Floats], Floats], samples: list[Floats]) -> list[Floats]:
    """Return when the free height comes nearest to zero between samples of one sign, in seconds, for each span."""
    parts = []
    for own, values in zip(samples, _each(free, samples), strict=True):
        height = np.abs(values)
        inner = np.arange(1, len(own) - 1)
        same = (np.sign(values[inner - 1]) == np.sign(values[inner])) & (np.sign(values[inner]) == np.sign(values[inner + 1]))
        at = inner[same & (height[inner] <= height[inner - 1]) & (height[inner] <= height[inner + 1])]
        parts.append((np.sign(values[at]), own[at - 1], own[at + 1]))
    signs, low, high = (np.concatenate([p[k] for p in parts]) for k in range(3))
    for _ in range(30 if len(low) else 0):
        third = (high - low) / 3
        one, two = low + third, high - third
        nearer = signs * free(one) < signs * free(two)
        low, high = np.where(nearer, low, one), np.where(nearer, two, high)
    return _shared_out((low + high) / 2, [p[0] for p in parts])


def _bisect(free: Callable[[Floats], Floats], low: Floats, high: Floats, opening: Flags) -> Floats:
    """Halve brackets where a function that may jump in slope changes sign."""
    low, high = low.copy(), high.copy()
    for _ in range(16 if len(low) else 0):
        middle = (low + high) / 2
        above = free(middle) > 0
        late = above == opening
        low, high = np.where(late, low, middle), np.where(late, middle, high)
    return (low + high) / 2
