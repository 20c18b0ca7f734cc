"""Simulated satellites: every reason for silence, one at a time."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.onair.overs import clarity, stronger, talking
from vocator.core.onair.satellites import Sent, Transponder, arms, reply
from vocator.core.orbit.doppler import to_send_hz

BIRD = Transponder("Made", 145_920_000, 437_650_000, "67.0", "74.4", 600)


def answer(
    off_hz: float = 0,
    tone: str | None = "67.0",
    rate: float = -5.0,
    elevation: float = 30,
    armed: float | None = 10,
    covered: bool = False,
):
    right = float(to_send_hz(BIRD.uplink_hz, np.array([rate]))[0])
    return reply(BIRD, Sent(right + off_hz, tone, 3.0), rate, elevation, armed, covered)


@given(st.floats(-7, 7))
def test_whatever_the_range_rate_the_corrected_uplink_is_heard_on_the_nominal(rate: float) -> None:
    heard = answer(rate=rate)
    assert heard.through
    assert abs(heard.off_hz) < 0.01


@pytest.mark.parametrize(
    ("why", "given"),
    [
        ("horizon", {"elevation": -1}), ("tuning", {"off_hz": 4_500}), ("tuning", {"off_hz": -4_500}), ("timer", {"armed": None}),
        ("timer", {"armed": 601}), ("no tone", {"tone": None}), ("tone", {"tone": "88.5"}), ("captured", {"covered": True}),
    ],
)  # fmt: skip
def test_each_single_fault_is_the_reason_given(why: str, given: dict) -> None:
    assert not answer(**given).through
    assert answer(**given).why == why


def test_one_without_a_timer_needs_no_arming_and_arming_wants_its_tone_for_two_seconds() -> None:
    free = Transponder("Free", 145_890_000, 436_795_000)
    assert reply(free, Sent(145_890_000, None, 1), 0, 10, None, False).through
    assert arms(BIRD, Sent(BIRD.uplink_hz, "74.4", 2), 0)
    assert not arms(BIRD, Sent(BIRD.uplink_hz, "74.4", 1), 0)
    assert not arms(BIRD, Sent(BIRD.uplink_hz, "67.0", 3), 0)
    assert not arms(free, Sent(free.uplink_hz, "74.4", 3), 0)


def test_a_signal_gets_worse_the_further_it_is_off_and_others_leave_gaps() -> None:
    levels = [clarity(hz) for hz in range(0, 6000, 250)]
    assert levels == sorted(levels, reverse=True)
    assert (levels[0], clarity(2500), clarity(-4000)) == (1, 1, 0)
    spoken = [talking(s) is not None for s in range(250)]
    assert 0.5 < sum(spoken) / 250 < 0.8
    assert all(talking(s) for s in range(250) if stronger(s))
    assert talking(-1) is None
