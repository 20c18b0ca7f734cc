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
    """Return the parts of a span above the horizon that stand above the mask: sampled every 5 s, then bisected."""
    if not mask.points:
        return (Window(begin_utc, end_utc),)

    def free(seconds: Floats) -> Floats:
        look = sky.look(seconds)
        return look.elevation_deg - np.maximum(mask.at(look.azimuth_deg), 0)

    begins, ends = sky.seconds(begin_utc), sky.seconds(end_utc)
    samples = np.linspace(begins, ends, max(math.ceil((ends - begins) / MASK_STEP_S), 8) + 1)
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


def _bisect(free: Callable[[Floats], Floats], low: Floats, high: Floats, opening: Flags) -> Floats:
    """Halve brackets where a function that may jump in slope changes sign."""
    low, high = low.copy(), high.copy()
    for _ in range(16):
        middle = (low + high) / 2
        above = free(middle) > 0
        late = above == opening
        low, high = np.where(late, low, middle), np.where(late, middle, high)
    return (low + high) / 2
