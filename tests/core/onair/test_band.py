"""The simulated band: a repeater opens only for the right input, tone and width; stations talk by their clock."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.channel.channel import Channel, Width, tone_use
from vocator.core.onair.band import TAIL_S, Band, Repeater, Talker, Transmission, answer, called, from_above, heard, transmission
from vocator.core.radio.state import Signal
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.twin.band_play import demo_band, listening, opens
from vocator.usecases.twin.twins import twin_of

RIDGE = Repeater("RIDGE", 147_330_000, 147_930_000, "103.5", "103.5")
SHOAL = Repeater("SHOAL", 442_100_000, 447_100_000, "023N", "023N", Width.NARROW)
BAND = Band((RIDGE, SHOAL, Repeater("BARREN", 52_820_000, 52_320_000, off=True)), (Talker("QZ7LOM", 147_330_000, "103.5", 5, 3),))


@pytest.mark.parametrize(
    ("sent", "why"),
    [
        (Transmission(147_330_000, "103.5", Width.WIDE), "shift"),
        (Transmission(146_730_000, "103.5", Width.WIDE), "sign"),
        (Transmission(147_930_000, None, Width.WIDE), "no tone"),
        (Transmission(147_930_000, "100.0", Width.WIDE), "tone"),
        (Transmission(447_100_000, "023N", Width.WIDE), "width"),
        (Transmission(447_100_000, "023I", Width.NARROW), "tone"),
        (Transmission(52_320_000, None, Width.WIDE), "off"),
    ],
)
def test_every_fault_keeps_a_repeater_shut_and_is_told(sent, why):
    told = answer(BAND, sent)
    assert told.opened is None
    assert [w for _, w in told.faults] == [why]


def test_the_right_transmission_opens_it_and_leaves_a_tail():
    assert answer(BAND, Transmission(147_930_000, "103.5", Width.WIDE)).opened is RIDGE
    assert answer(BAND, Transmission(447_101_000, "023N", Width.NARROW)).opened is SHOAL
    quiet = Band((RIDGE,))
    assert [h.rx_hz for h in heard(quiet, 10.0, (("RIDGE", 8.0),))] == [147_330_000]
    assert heard(quiet, 8.0 + TAIL_S, (("RIDGE", 8.0),)) == ()


@given(st.integers(144_000_000, 148_000_000), st.sampled_from([None, "103.5", "67.0", "023N"]))
def test_nothing_else_opens_it(hz, tone):
    told = answer(Band((RIDGE,)), Transmission(hz, tone, Width.WIDE))
    assert (told.opened is RIDGE) == (abs(hz - 147_930_000) <= 5_000 and tone == "103.5")


@given(st.floats(0, 1e6, allow_nan=False))
def test_a_station_talks_and_pauses(at_s):
    assert bool(heard(Band((), BAND.talkers), at_s)) == (at_s % 8 < 5)


def test_the_receive_side_opens_only_for_its_own_tone():
    finch = twin_of("ardvane-finch")
    made = make_sheet(SheetRequest("ardvane-finch", "7", "147.33 + t103.5 r103.5"))
    at = made.run.state
    for signal, heard_there in (
        (Signal(147_330_000, "103.5"), True),
        (Signal(147_330_000, "67.0"), False),
        (Signal(146_550_000), False),
    ):
        assert opens(finch, at._replace(signals=(signal,))) is heard_there


def test_each_repeater_of_the_demonstration_is_opened_by_its_own_channel():
    for repeater in (r for r in demo_band().repeaters if not r.off):
        right = Channel(repeater.output_hz, repeater.input_hz, tone_use(repeater.opens_on, None), repeater.width)
        assert answer(demo_band(), transmission(right, repeater.input_hz)).opened is repeater
    finch = twin_of("ardvane-finch")
    assert any(s.rx_hz == 162_550_000 for s in listening(finch.start, 0.0).signals)


def test_a_satellite_is_heard_where_it_stands_by_its_doppler_and_answers_only_the_corrected_uplink():
    marlin = next(s for s in demo_band().satellites if s.transponder.name == "Marlin")
    bird, coming = marlin.transponder, 30
    assert marlin.range_rate_km_s[coming] < -3
    high = round(bird.downlink_hz * (1 - marlin.range_rate_km_s[coming] / 299_792.458))
    assert high > bird.downlink_hz + 5_000
    at = next(s for s in range(coming, coming + 25) if from_above(demo_band(), s, high))
    assert from_above(demo_band(), at, bird.downlink_hz) == ()
    assert called(demo_band(), Transmission(bird.uplink_hz, "103.5", Width.WIDE), coming).reply.through
    assert called(demo_band(), Transmission(bird.uplink_hz + 9_000, "103.5", Width.WIDE), coming).reply.why == "tuning"
    assert called(demo_band(), Transmission(bird.uplink_hz, None, Width.WIDE), coming).reply.why == "no tone"
    gap = len(marlin.elevation_deg) + 5
    assert called(demo_band(), Transmission(bird.uplink_hz, "103.5", Width.WIDE), gap).reply.why == "horizon"
    assert called(demo_band(), Transmission(147_930_000, "103.5", Width.WIDE), coming) is None
