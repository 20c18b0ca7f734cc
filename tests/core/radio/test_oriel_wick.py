"""The Wick does what its page says, sentence by sentence."""

from functools import partial

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode
from vocator.core.radio.actions import ActionError
from vocator.core.radio.start import StartError

PAGE = "oriel-wick"
says = partial(sentence, PAGE)


def hands(**start):
    return Hands(PAGE, **start)


def call_slot(h):
    stored = h.state.slots[h.twin.profile.call_slot]
    return h.twin.channel(stored) if stored else None


@says("Example: 147.195, + 0.6, encode 110.9, wide, HI, slot 12")
def test_the_example():
    h = hands(
        vfo=channel(146_000_000, 145_400_000, power="LO", width="narrow"), settings={"STP": "25", "OFS": "1.000"}, mode="weather"
    )
    h.press("[MODE] until VFO", "[FN] 8 UP until STP [FN]+[UP] until 5", "UP until WID [FN]+[UP] until W", "UP until OFS 0600")
    h.press("[ENT]", "147195", "[FN] 4 until +", "[FN] 1 until S", "[FN] 2 UP until 110.9 [ENT]")
    assert "LO" in h.seen.icons
    h.press("[FN] 3", "[FN 1s] 12 [ENT 1s]", "[MODE]")
    assert h.seen.text == "MR 12 147.195 + S"
    stored = h.slot(12)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.tone_tx, stored.power) == (147_195_000, 147_795_000, "110.9", "HI")


@says("MODE steps VFO → MR → CALL → WX → VFO. In MR UP and DOWN turn through the stored slots.")
def test_mode_goes_round_four():
    h = hands(memory={"3": channel(146_550_000), "9": channel(147_000_000), "CALL": channel(145_500_000)})
    assert [h.press("[MODE]").screen for _ in range(4)] == ["memory", "call", "weather", "vfo"]
    h.press("[MODE]")
    assert [h.press("[UP]").seen.slot for _ in range(2)] == ["09", "03"]
    assert h.press("[DOWN]").seen.slot == "09"
    assert h.press("[MODE]").main == "145.500"


@says("In CALL PTT sends, in WX it does not; both, like MR, take no settings.")
def test_call_sends_weather_does_not():
    h = hands(memory={"CALL": channel(145_500_000)}, mode="call")
    assert h.press("[PTT]").sent == 145_500_000
    weather = hands(mode="weather").press("[PTT]")
    assert (weather.sent, weather.beeps) == (None, ("low",))
    for mode in ("memory", "call", "weather"):
        assert hands(memory={"1": channel(146_550_000)}, mode=mode).press("[FN]").beeps == ("low",)
    assert hands(mode="call").press("[PTT]").beeps == ("low",)


@says("VFO: digits; after the last one that matters ENT fills zeros: 14655 ENT is 146.550; six digits need no ENT.")
def test_ent_fills_zeros():
    assert hands().press("14655 [ENT]").vfo.rx_hz == 146_550_000
    assert hands().press("146790").vfo.rx_hz == 146_790_000
    assert hands().press("1 [ENT]").main == "Err"


@says(
    "A frequency not on the tuning step is moved down to it; nothing is filled in: with STP 12.5 it is 146513 that gives 146.5125 (146512 would give 146.500)."
)
def test_a_frequency_is_moved_down_to_the_step():
    h = hands(settings={"STP": "12.5"})
    assert h.press("146513").vfo.rx_hz == 146_512_500
    assert h.press("146512").vfo.rx_hz == 146_500_000


@says("MON held 1 s drops an entry. Squelch. Hold MON and tap UP or DOWN.")
def test_mon():
    h = hands().press("1465", "[MON 1s]")
    assert h.at_rest
    assert h.vfo.rx_hz == 144_000_000
    assert h.press("[MON]+[UP]").setting("Squelch") == "1"
    assert h.press("[MON]+[DOWN]").setting("Squelch") == "0"


@says(
    "[FN] 8: one entry after another with UP and DOWN (wraps, opens at the first). In it [FN]+[UP] and [FN]+[DOWN] change the value. ENT leaves and keeps."
)
def test_the_set_list():
    h = hands().press("[FN] 8")
    assert h.seen.text == "STP 5"
    assert h.press("[DOWN]").main == "LAMP"
    assert h.press("[UP] [UP]").main == "WID"
    h.press("[FN]+[UP]")
    assert h.setting("WID") == "N"
    assert h.press("[FN]+[DOWN]").setting("WID") == "W"
    h.press("[FN]+[UP] [ENT]")
    assert (h.at_rest, h.setting("WID")) == (True, "N")


@says("STP: every change moves the frequency down to the new step at once")
def test_a_change_of_the_step_moves_the_frequency():
    h = hands().press("146555", "[FN] 8 [FN]+[UP]")
    assert h.vfo.rx_hz == 146_550_000
    assert h.press("[FN]+[UP] until 50").vfo.rx_hz == 146_500_000


@says("OFS (offset: 0.000–9.995 by the step, new 0.600; typed digits 0600 work too: four digits, MHz and kHz, taken as typed)")
def test_the_offset_goes_by_the_step_or_is_typed():
    h = hands(settings={"STP": "25"}).press("[FN] 8 UP until OFS [FN]+[UP]")
    assert h.setting("OFS") == "0.625"
    h.press("1601")
    assert h.setting("OFS") == "1.601"
    h.press("0000 [FN]+[DOWN]")
    assert h.setting("OFS") == "9.975"
    assert h.press("9999").main == "Err"
    h.press("wait 1s", "01", "[UP]")
    assert h.beeps == ("low",)


@says("Quiet time 10 s keeps too, also in the tone screen: on this set there is no way to drop a change.")
def test_the_quiet_time_keeps():
    h = hands().press("[FN] 8 UP until WID [FN]+[UP]", "wait 10s")
    assert (h.at_rest, h.setting("WID")) == (True, "N")
    h.press("[FN] 2 [UP] [UP]", "wait 9.9s")
    assert h.screen == "value"
    h.press("wait 0.1s")
    assert (h.at_rest, h.setting("Tone frequency")) == (True, "74.4")


@says("[FN] 4 steps simplex → − → +.")
def test_the_shift():
    h = hands()
    assert [h.press("[FN] 4").seen.icons for _ in range(3)] == [("−",), ("+",), ()]


@says(
    "[FN] 1 steps OFF → S → SQ → C. [FN] 2 opens the tone: UP and DOWN turn through 38 tones, or through the DCS codes when C is on; ENT keeps."
)
def test_the_tone():
    h = hands()
    modes = [h.press("[FN] 1").vfo.tone.mode for _ in range(4)]
    assert modes == [ToneMode.SEND, ToneMode.SEND_AND_OPEN, ToneMode.CODE, ToneMode.NONE]
    h.press("[FN] 2")
    assert h.main == "67.0"
    assert h.press("[DOWN]").main == "250.3"
    assert h.twin.settings[h.state.opened].domain.count == 38
    h.press("[UP] [UP] [ENT]", "[FN] 1 until C", "[FN] 2 UP until 031N [ENT]")
    assert (h.setting("Tone frequency"), h.setting("DCS code")) == ("71.9", "031N")


@says("[FN] 3 HI ↔ LO; stored.")
def test_the_power():
    h = hands().press("[FN] 3", "[FN 1s] 05 [ENT 1s]", "[FN] 3")
    assert h.slot(5).power == "LO"
    assert h.setting("Power") == "HI"


@says(
    "VFO: hold FN 1 s and it shows MR with a blinking slot (the one used last); UP/DOWN or two digits (100 is 00) pick; hold ENT 1 s writes and returns to VFO; a tap of ENT leaves. Free slots show dashes. Occupied slots are overwritten."
)
def test_storing():
    h = hands(memory={"7": channel(146_550_000)}, slot="7").press("[FN 1s]")
    assert h.seen.text == "MR 07 146.550"
    assert "---" in h.press("[UP]").main
    assert h.press("[ENT]").at_rest
    h.press("[FN 1s] [ENT 1s]")
    assert (h.screen, h.slot(7).rx_hz) == ("vfo", 144_000_000)
    assert h.press("[FN 1s] 00 [ENT 1s]").slot(100) is not None
    h.press("[FN 1s]", "wait 10s")
    assert h.at_rest


@says("The slots go round CALL, 1 … 100; a store to CALL does not count as the slot used last.")
def test_the_call_slot():
    h = hands().press("[FN 1s] [DOWN]")
    assert h.seen.slot == "CALL"
    h.press("[ENT 1s]")
    assert call_slot(h).rx_hz == 144_000_000
    assert h.press("[FN 1s]").seen.slot == "01"
    assert h.press("[DOWN] [DOWN]").seen.slot == "00"


@says("After the store, enter the transmit frequency, hold FN 1 s, same slot, hold ENT 1 s with PTT down, [PTT]+[ENT 1s].")
def test_an_odd_split():
    h = hands().press("146455", "[FN 1s] 20 [ENT 1s]", "147120", "[FN 1s] 20 [PTT]+[ENT 1s]")
    assert (h.slot(20).rx_hz, h.slot(20).tx_hz) == (146_455_000, 147_120_000)
    assert h.sent is None
    assert h.press("[FN 1s] 21 [PTT]+[ENT 1s]").main == "Err"


@says("MR, slot chosen: hold FN 1 s (it blinks; a tap of ENT leaves), [FN] 0, ENT. CALL can only be overwritten.")
def test_erasing():
    h = hands(memory={"3": channel(146_550_000), "9": channel(147_000_000)}, mode="memory", slot="3")
    assert h.press("[FN 1s] [ENT]").at_rest
    h.press("[FN 1s] [FN] 0 [ENT]")
    assert (h.slot(3), h.seen.slot) == (None, "09")
    called = hands(memory={"CALL": channel(145_500_000)}, mode="call").press("[FN 1s]")
    assert called.beeps == ("low",)


@says("Automatic shift. None. A memory on 147.x needs + set by hand.")
def test_nothing_follows_the_frequency():
    assert hands().press("147330").vfo.is_simplex


@says("Receives 136–174, transmits 144–148. 100 slots (1–100) and one CALL slot. No names.")
def test_ranges_and_slots():
    assert hands().press("135995").main == "Err"
    assert hands().press("162550 [PTT]").beeps == ("low",)
    with pytest.raises(StartError, match="1 to CALL"):
        hands(memory={"101": channel(146_550_000)})
    with pytest.raises(ActionError):
        hands().press("touch TONE")
