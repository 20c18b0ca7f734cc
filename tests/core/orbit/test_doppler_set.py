"""Doppler sets: against an exhaustive search on small grids, and what must hold of any."""

from datetime import timedelta
from itertools import combinations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from support.orbits import ELEMENTS, HOME, START
from vocator.core.orbit.doppler import Curve, curve_of
from vocator.core.orbit.doppler_set import best_places, doppler_set, mistuning, wanted_worst_hz
from vocator.core.orbit.passes import find_passes
from vocator.core.orbit.sky import Sky
from vocator.core.refusal import Refusal

DOWN, UP = 436_500_000, 145_900_000
CURVES = [
    curve_of(Sky(e, HOME, START), p, DOWN, UP)
    for e in ELEMENTS
    for p in find_passes([e], HOME, START, 1).passes
    if p.max_elevation_deg > 1
]


def highest() -> Curve:
    return max(CURVES, key=lambda c: np.ptp(c.downlink_hz))


def off(curve: np.ndarray, places: list[float]) -> tuple[float, float]:
    away = np.min(np.abs(curve[:, None] - np.array(places)[None, :]), axis=1)
    return float(away.max()), float(away.mean())


@settings(max_examples=30, deadline=None)
@given(st.sampled_from(CURVES), st.sampled_from([2500, 5000, 6250, 10_000, 12_500]), st.integers(1, 4))
def test_no_other_choice_of_memories_on_the_grid_is_better(curve: Curve, step: int, count: int) -> None:
    wanted = curve.downlink_hz
    low, high = np.floor(wanted.min() / step), np.ceil(wanted.max() / step)
    places = [k * step for k in range(int(low), int(high) + 1)]
    best = min(off(wanted, list(c))[0] for n in range(1, count + 1) for c in combinations(places, n))
    ours = best_places(wanted, step, count, None)
    worst, mean = off(wanted, list(ours))
    assert len(ours) <= count
    assert worst <= best + 2
    assert (
        mean <= min(off(wanted, list(c))[1] for c in combinations(places, len(ours)) if off(wanted, list(c))[0] <= best + 1) + 2
    )


@settings(max_examples=40, deadline=None)
@given(st.sampled_from(CURVES), st.sampled_from([1250, 2500, 5000]), st.sampled_from([2500, 3500]), st.booleans())
def test_a_set_holds_what_was_wanted_follows_on_without_gaps_and_lies_on_the_grid(
    curve: Curve, step: int, worst: int, uplink_is_fast: bool
) -> None:
    if uplink_is_fast:
        curve = Curve(curve.start_utc, curve.seconds, curve.uplink_hz, 2 * DOWN - curve.downlink_hz)
        found = doppler_set(curve, UP, DOWN, step, None, None, worst)
        fast, turned = found.uplink, [m.uplink_hz for m in found.memories]
    else:
        found = doppler_set(curve, DOWN, UP, step, None, None, worst)
        fast, turned = found.downlink, [m.downlink_hz for m in found.memories]
    assert fast.worst_hz <= worst * 1.1 + 100
    assert found.reached
    assert turned == sorted(turned, reverse=not uplink_is_fast), "a 70 cm downlink steps down, an uplink up"
    assert all(m.downlink_hz % step == 0 and m.uplink_hz % step == 0 for m in found.memories)
    assert found.memories[0].from_utc == curve.start_utc
    for a, b in zip(found.memories, found.memories[1:], strict=False):
        assert a.to_utc == b.from_utc
    assert len(found.memories) == 1 or min(m.seconds for m in found.memories) >= 1


def test_the_usual_set_of_an_overhead_pass_is_the_studys() -> None:
    """From the study: on a 5 kHz grid 0, ±5, ±10 is the best there is, 2.50 kHz at worst."""
    found = doppler_set(highest(), DOWN, UP, 5000)
    assert [m.downlink_hz - DOWN for m in found.memories] == [10_000, 5_000, 0, -5_000, -10_000]
    assert [m.uplink_hz - UP for m in found.memories] == [-5_000, 0, 0, 0, 5_000]
    assert found.downlink.worst_hz == pytest.approx(2_500, abs=60)
    assert found.uplink.worst_hz == pytest.approx(2_510, abs=60)
    assert found.plain_downlink.worst_hz == pytest.approx(found.downlink.worst_hz, abs=60)


def test_a_two_metre_downlink_alone_needs_one_memory_when_three_and_a_half_may_be_off() -> None:
    curve = highest()
    alone = Curve(curve.start_utc, curve.seconds, curve.uplink_hz, curve.uplink_hz)
    assert len(doppler_set(alone, UP, UP, 5000, None, None, 3500).memories) == 1


def test_a_grid_that_is_too_coarse_gives_the_best_there_is_and_says_so() -> None:
    found = doppler_set(highest(), DOWN, UP, 12_500)
    assert not found.reached
    assert found.downlink.worst_hz == pytest.approx(6_250, abs=60)


def test_memories_held_for_a_moment_only_are_dropped_when_little_is_lost() -> None:
    seconds = np.linspace(0, 600, 601)
    curve = Curve(START, seconds, DOWN + 7_600 * (300 - seconds) / 300, UP + 0 * seconds)
    found = doppler_set(curve, DOWN, UP, 5000)
    assert [m.downlink_hz - DOWN for m in found.memories] == [5_000, 0, -5_000]
    assert found.downlink.worst_hz == pytest.approx(2_600, abs=60)


def test_changing_late_costs_more_the_later() -> None:
    curve = highest()
    found = doppler_set(curve, DOWN, UP, 5000)
    worst = [mistuning(curve, found.memories, "downlink", late).worst_hz for late in (0, 5, 10, 20)]
    assert worst == sorted(worst)
    assert worst[3] > worst[0] + 500
    assert found.memories[-1].to_utc - found.memories[0].from_utc > timedelta(minutes=5)


def test_what_cannot_be_asked_is_refused() -> None:
    for bad in ({"downlink_step_hz": 0}, {"memories": 0}, {"worst_hz": 1}, {"uplink_step_hz": 5_000_000}):
        with pytest.raises(Refusal):
            doppler_set(highest(), DOWN, UP, **{"downlink_step_hz": 5000, **bad})
    assert (wanted_worst_hz(15_000, 3_000), wanted_worst_hz(15_000, 5_000), wanted_worst_hz(12_500, 2_500)) == (3500, 2500, 2500)
