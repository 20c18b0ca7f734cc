"""The memories to turn through in a pass: how many, which, and when to change.

For given memories nothing beats the nearest one, so the change-over lies where the curve crosses
the middle between two neighbours.  The link with the larger shift decides; the other one gets, for
each memory, the place on its own grid that fits best while that memory is in use.  All is measured
from ``docs/accuracy.md``'s study, which stands there with its figures.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta

import numpy as np

from vocator.core.orbit.doppler import Curve
from vocator.core.orbit.frames import Floats
from vocator.core.refusal import Refusal

WORST_HZ = 2_500
WORST_RELAXED_HZ = 3_500
SHORTEST_S = 15.0
SMALL_LOSS = 0.1
EPSILON_HZ = 1.0
MOST_PLACES = 250
MOST_MEMORIES = 60
PLAIN_STEP_HZ = 5_000
"""The plain set that others use: five memories, 5 kHz apart, around the nominal."""


@dataclass(frozen=True, slots=True)
class Memory:
    """One step of the set: what to hear and send on, from when to when."""

    downlink_hz: int
    uplink_hz: int
    from_utc: datetime
    to_utc: datetime

    @property
    def seconds(self) -> float:
        """Return how long it is held."""
        return (self.to_utc - self.from_utc).total_seconds()


@dataclass(frozen=True, slots=True)
class Mistuning:
    """How far off tune, in hertz: at worst and in the mean over time."""

    worst_hz: float
    mean_hz: float


@dataclass(frozen=True, slots=True)
class DopplerSet:
    """The memories in time order with what they leave; ``reached`` is False where the wanted worst cannot be kept."""

    memories: tuple[Memory, ...]
    downlink: Mistuning
    uplink: Mistuning
    plain_downlink: Mistuning
    plain_uplink: Mistuning
    fast: str
    reached: bool


def wanted_worst_hz(if_width_hz: int = 15_000, deviation_hz: int = 5_000) -> int:
    """Return the mistuning that an FM receiver takes, by a rule of thumb.

    Mistuning and deviation together stay within half the receiver's width: 3.5 kHz for 15 kHz at
    3 kHz deviation or less, else 2.5 kHz.
    """
    return WORST_RELAXED_HZ if if_width_hz >= 15_000 and deviation_hz <= 3_000 else WORST_HZ


def doppler_set(
    curve: Curve,
    downlink_nominal_hz: int,
    uplink_nominal_hz: int,
    downlink_step_hz: int,
    uplink_step_hz: int | None = None,
    memories: int | None = None,
    worst_hz: int | None = None,
    at_hand: Mapping[int, int | None] | None = None,
    slow_stays: int | None = None,
) -> DopplerSet:
    """Return the set for a pass.

    With ``memories`` the best set of at most so many; else the fewest that keep the worst
    mistuning within ``worst_hz`` (2.5 kHz when not given), or the best there is.  Frequencies are
    whole steps.  ``at_hand`` gives the places that there are already, each with its partner on the slower link
    (None for the one that fits best): then nothing is chosen, and those not needed are left out.  ``slow_stays`` is the one place of
    the slower link, where that keeps it within the worst too.  Raises Refusal for steps and numbers that cannot be.
    """
    uplink_step_hz = uplink_step_hz or downlink_step_hz
    for value, where in ((downlink_step_hz, "step"), (uplink_step_hz, "uplink step")):
        if not 10 <= value <= 1_000_000:
            raise Refusal(f"{value} Hz", where, "10 Hz to 1 MHz", "Give the radio's step in hertz, for example 5000.")
    if memories is not None and not 1 <= memories <= 99:
        raise Refusal(str(memories), "memories", "1 to 99", "Five are usual.")
    if worst_hz is not None and not 100 <= worst_hz <= 100_000:
        raise Refusal(f"{worst_hz} Hz", "worst mistuning", "100 Hz to 100 kHz", "2500 is usual.")
    down_fast = np.ptp(curve.downlink_hz) >= np.ptp(curve.uplink_hz)
    fast, slow = (curve.downlink_hz, curve.uplink_hz) if down_fast else (curve.uplink_hz, curve.downlink_hz)
    fast_step, slow_step = (downlink_step_hz, uplink_step_hz) if down_fast else (uplink_step_hz, downlink_step_hz)
    worst = float(worst_hz or WORST_HZ)
    weights = _weights(curve.seconds)
    if at_hand is not None:
        chosen = np.array(sorted(at_hand, reverse=True), float)
    else:
        chosen = best_places(fast, fast_step, memories, None if memories else worst)
        if memories is None:
            chosen = _without_short(chosen, fast, weights, worst)
    if slow_stays is not None and float(np.max(np.abs(slow - slow_stays))) > worst:
        slow_stays = None
    taken = _nearest(chosen, fast)
    cuts = _cuts(curve.seconds, fast, chosen, taken)
    used, partners, spans = [], [], []
    for begin, end, which in cuts:
        inside = (curve.seconds >= begin - 0.5) & (curve.seconds <= end + 0.5)
        used.append(int(chosen[which]))
        kept = slow_stays or (at_hand or {}).get(used[-1])
        partners.append(kept or _best_place(slow[inside], weights[inside], slow_step))
        spans.append((begin, end))
    made = tuple(
        Memory(d, u, curve.start_utc + timedelta(seconds=a), curve.start_utc + timedelta(seconds=b))
        for (d, u), (a, b) in zip(
            zip(used, partners, strict=True) if down_fast else zip(partners, used, strict=True), spans, strict=True
        )
    )
    return DopplerSet(
        made,
        mistuning(curve, made, "downlink"),
        mistuning(curve, made, "uplink"),
        *_plain(curve, downlink_nominal_hz, uplink_nominal_hz, bool(down_fast)),
        "downlink" if down_fast else "uplink",
        bool(memories) or float(np.max(np.abs(fast - chosen[taken]))) <= worst * (1 + SMALL_LOSS) + EPSILON_HZ,
    )


def best_places(wanted: Floats, step_hz: int, count: int | None, worst_hz: float | None) -> Floats:
    """Return the places on a grid, highest first, that serve a curve of wanted frequencies best.

    With ``count`` at most so many, of the least worst and then the least mean distance; else the
    fewest within ``worst_hz``, or as few as reach the least worst there is.  Exact: the places are
    chosen by dynamic programming over neighbours, with the curve's sorted samples.
    """
    low = math.floor(wanted.min() / step_hz) * step_hz
    high = math.ceil(wanted.max() / step_hz) * step_hz
    places = np.arange(low, high + step_hz / 2, step_hz, dtype=float)
    if len(places) > MOST_PLACES:
        places = places[:: math.ceil(len(places) / MOST_PLACES)]
    worst, mean = _costs(places, np.sort(wanted))
    most = min(count or MOST_MEMORIES, len(places))
    least = _least_worst(worst, most)
    limit = min(least)
    if worst_hz is not None:
        limit = max(limit, worst_hz)
        most = next(k for k in range(most) if least[k] <= limit + EPSILON_HZ) + 1
    chosen = _least_mean(places, worst, mean, most, limit + EPSILON_HZ)
    return np.asarray(chosen[np.unique(_nearest(chosen, wanted))][::-1])


def _costs(places: Floats, values: Floats) -> tuple[Floats, Floats]:
    """Return worst and summed distance of the samples between two neighbouring places (i < j).

    Row and column n stand for "nothing lower" and "nothing higher".
    """
    n = len(places)
    sums = np.concatenate([[0.0], np.cumsum(values)])
    at = np.searchsorted(values, places)
    middle = np.searchsorted(values, (places[:, None] + places[None, :]) / 2)
    padded = np.concatenate([values, values[-1:]])
    worst, total = np.zeros((n + 1, n + 1)), np.zeros((n + 1, n + 1))
    left = np.where(middle > at[:, None], padded[middle - 1] - places[:, None], 0)
    right = np.where(at[None, :] > middle, places[None, :] - padded[middle], 0)
    worst[:n, :n] = np.maximum(left, right)
    total[:n, :n] = (sums[middle] - sums[at][:, None] - (middle - at[:, None]) * places[:, None]) + (
        (at[None, :] - middle) * places[None, :] - (sums[at][None, :] - sums[middle])
    )
    worst[n, :n], worst[:n, n] = np.maximum(places - values[0], 0), np.maximum(values[-1] - places, 0)
    total[n, :n] = at * places - sums[at]
    total[:n, n] = (sums[-1] - sums[at]) - (len(values) - at) * places
    return worst, total


def _least_worst(worst: Floats, most: int) -> list[float]:
    """Return the least worst distance for 1, 2, … places."""
    n = len(worst) - 1
    best = worst[n, :n].copy()
    answers = [float(np.min(np.maximum(best, worst[:n, n])))]
    upper = np.triu(np.ones((n, n), bool), 1)
    for _ in range(1, most):
        step = np.where(upper, np.maximum(best[:, None], worst[:n, :n]), np.inf)
        best = np.min(step, axis=0)
        answers.append(min(answers[-1], float(np.min(np.maximum(best, worst[:n, n])))))
    return answers


def _least_mean(places: Floats, worst: Floats, total: Floats, most: int, limit: float) -> Floats:
    """Return at most so many places of the least summed distance whose worst stays within a limit."""
    n = len(places)
    allowed = np.where(worst <= limit, total, np.inf)
    upper = np.triu(np.ones((n, n), bool), 1)
    best = allowed[n, :n].copy()
    back: list[np.ndarray[tuple[int, ...], np.dtype[np.intp]]] = []
    answer, at, depth = math.inf, 0, 0
    for k in range(most):
        if k:
            step = np.where(upper, best[:, None] + allowed[:n, :n], np.inf)
            back.append(np.argmin(step, axis=0))
            best = np.min(step, axis=0)
        whole = best + allowed[:n, n]
        if np.min(whole) < answer - 1e-6:
            answer, at, depth = float(np.min(whole)), int(np.argmin(whole)), k
    picked = [at]
    for k in range(depth, 0, -1):
        at = int(back[k - 1][at])
        picked.append(at)
    return places[sorted(picked)]


def _weights(seconds: Floats) -> Floats:
    weights = np.gradient(seconds)
    weights[[0, -1]] /= 2
    return np.asarray(weights)


def _nearest(places: Floats, values: Floats) -> "np.ndarray[tuple[int, ...], np.dtype[np.intp]]":
    return np.asarray(np.argmin(np.abs(values[:, None] - places[None, :]), axis=1))


def _without_short(places: Floats, wanted: Floats, weights: Floats, worst_hz: float) -> Floats:
    """Drop places held for less than about 15 s where the loss is small: at most a tenth more than was wanted."""
    while len(places) > 1:
        held = np.bincount(_nearest(places, wanted), weights, len(places))
        short = int(np.argmin(held))
        fewer = np.delete(places, short)
        loss = float(np.max(np.min(np.abs(wanted[:, None] - fewer[None, :]), axis=1)))
        if held[short] >= SHORTEST_S or loss > worst_hz * (1 + SMALL_LOSS):
            break
        places = fewer
    return places


def _cuts(
    seconds: Floats, wanted: Floats, places: Floats, taken: "np.ndarray[tuple[int, ...], np.dtype[np.intp]]"
) -> list[tuple[float, float, int]]:
    """Return (begin, end, which place) in time order, with the crossing of the midpoint interpolated."""
    change = np.flatnonzero(taken[1:] != taken[:-1])
    marks = [float(seconds[0])]
    for i in change:
        middle = (places[taken[i]] + places[taken[i + 1]]) / 2
        span = wanted[i + 1] - wanted[i]
        part = float(np.clip((middle - wanted[i]) / span, 0, 1)) if span else 0.5
        marks.append(float(seconds[i] + part * (seconds[i + 1] - seconds[i])))
    marks.append(float(seconds[-1]))
    which = [int(taken[0]), *(int(taken[i + 1]) for i in change)]
    return [(marks[k], marks[k + 1], place) for k, place in enumerate(which)]


def _best_place(wanted: Floats, weights: Floats, step_hz: int) -> int:
    """Return the grid place of the least worst, then least mean distance to a piece of curve."""
    low = math.floor(wanted.min() / step_hz) * step_hz
    high = math.ceil(wanted.max() / step_hz) * step_hz
    middle = (wanted.min() + wanted.max()) / 2
    near = round(middle / step_hz) * step_hz
    places = sorted({p for p in (low, near - step_hz, near, near + step_hz, high) if low <= p <= high})
    return int(min(places, key=lambda p: (round(float(np.max(np.abs(wanted - p)))), float(np.sum(weights * np.abs(wanted - p))))))


def mistuning(curve: Curve, memories: tuple[Memory, ...], link: str, late_s: float = 0.0) -> Mistuning:
    """Return worst and mean mistuning of a link; ``late_s`` tells what changing late costs."""
    wanted = curve.downlink_hz if link == "downlink" else curve.uplink_hz
    marks = [(m.from_utc - curve.start_utc).total_seconds() + late_s for m in memories[1:]]
    tuned = np.array([m.downlink_hz if link == "downlink" else m.uplink_hz for m in memories], dtype=float)
    off = np.abs(wanted - tuned[np.searchsorted(marks, curve.seconds, side="right")])
    weights = _weights(curve.seconds)
    return Mistuning(float(off.max()), float(np.sum(off * weights) / np.sum(weights)))


def _plain(curve: Curve, downlink_hz: int, uplink_hz: int, down_fast: bool) -> tuple[Mistuning, Mistuning]:
    """Return what the plain symmetric set of five leaves on both links; the slow one stays at its nominal."""
    steps = np.array([-2.0, -1.0, 0.0, 1.0, 2.0]) * PLAIN_STEP_HZ
    weights = _weights(curve.seconds)

    def left(wanted: Floats, places: Floats) -> Mistuning:
        off = np.min(np.abs(wanted[:, None] - places[None, :]), axis=1)
        return Mistuning(float(off.max()), float(np.sum(off * weights) / np.sum(weights)))

    alone = np.zeros(1)
    return (
        left(curve.downlink_hz, downlink_hz + (steps if down_fast else alone)),
        left(curve.uplink_hz, uplink_hz + (alone if down_fast else steps)),
    )
