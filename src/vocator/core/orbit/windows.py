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
    """Return the parts of a span above the horizon that stand above the mask.

    Sampled every 5 s, where the azimuth crosses a point of the mask, and where the free height comes nearest to zero between
    samples; then bisected.
    """
    if not mask.points:
        return (Window(begin_utc, end_utc),)

    def free(seconds: Floats) -> Floats:
        look = sky.look(seconds)
        return look.elevation_deg - np.maximum(mask.at(look.azimuth_deg), 0)

    begins, ends = sky.seconds(begin_utc), sky.seconds(end_utc)
    even = np.linspace(begins, ends, max(math.ceil((ends - begins) / MASK_STEP_S), 8) + 1)
    samples = np.union1d(even, _crossings(sky, even, mask))
    samples = np.union1d(samples, _nearest_zero(free, samples))
    values = free(samples)
    values[0] = values[0] if values[0] > 1e-6 else -1e-9
    values[-1] = values[-1] if values[-1] > 1e-6 else -1e-9
    open_start, open_end = mask.at(sky.look(samples[[0, -1]]).azimuth_deg) <= 0
    if open_start and values[1] > 0:
        values[0] = 1e-9
    if open_end and values[-2] > 0:
        values[-1] = 1e-9
    change = sign_changes(values)
    edges = list(_bisect(free, samples[change], samples[change + 1], values[change] < 0))
    marks = ([begins] if values[0] > 0 else []) + edges + ([ends] if values[-1] > 0 else [])
    return tuple(Window(sky.moment(a), sky.moment(b)) for a, b in zip(marks[::2], marks[1::2], strict=True))


def _crossings(sky: Sky, samples: Floats, mask: HorizonMask) -> Floats:
    """Return when the azimuth crosses a point of the mask, in seconds: there its height may stand out or fall away."""
    azimuths = np.unwrap(sky.look(samples).azimuth_deg, period=360.0)
    lows, targets = [], []
    for point, _ in mask.points:
        turns = np.arange(math.floor((azimuths.min() - point) / 360), math.ceil((azimuths.max() - point) / 360) + 1)
        for target in point + 360 * turns:
            at = sign_changes(azimuths - target)
            lows += list(at)
            targets += [target] * len(at)
    if not lows:
        return np.empty(0)
    at, aims = np.array(lows), np.array(targets)

    def past(seconds: Floats) -> Floats:
        return np.asarray(np.mod(sky.look(seconds).azimuth_deg - aims + 180, 360) - 180)

    return _bisect(past, samples[at], samples[at + 1], azimuths[at + 1] > azimuths[at])


def _nearest_zero(free: Callable[[Floats], Floats], samples: Floats) -> Floats:
    """Return when the free height comes nearest to zero between samples of one sign, in seconds."""
    values = free(samples)
    height = np.abs(values)
    inner = np.arange(1, len(samples) - 1)
    same = (np.sign(values[inner - 1]) == np.sign(values[inner])) & (np.sign(values[inner]) == np.sign(values[inner + 1]))
    at = inner[same & (height[inner] <= height[inner - 1]) & (height[inner] <= height[inner + 1])]
    if not len(at):
        return np.empty(0)
    signs, low, high = np.sign(values[at]), samples[at - 1].copy(), samples[at + 1].copy()
    for _ in range(30):
        third = (high - low) / 3
        one, two = low + third, high - third
        nearer = signs * free(one) < signs * free(two)
        low, high = np.where(nearer, low, one), np.where(nearer, two, high)
    return np.asarray((low + high) / 2)


def _bisect(free: Callable[[Floats], Floats], low: Floats, high: Floats, opening: Flags) -> Floats:
    """Halve brackets where a function that may jump in slope changes sign."""
    low, high = low.copy(), high.copy()
    for _ in range(16):
        middle = (low + high) / 2
        above = free(middle) > 0
        late = above == opening
        low, high = np.where(late, low, middle), np.where(late, middle, high)
    return (low + high) / 2
