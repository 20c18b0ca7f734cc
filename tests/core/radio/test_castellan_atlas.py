"""The Atlas does what its page says, sentence by sentence."""

from functools import partial

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode, Width

PAGE = "castellan-atlas"
says = partial(sentence, PAGE)


def hands(**start):
    return Hands(PAGE, **start)


@says("Example: 146.865, − 0.6, encode 77.0, number 22, tag HARROW RDG")
def test_the_example():
    h = hands(
        vfo=channel(430_000_000, tone_mode="code", dcs_tx="023N", dcs_rx="023N", width="narrow"), settings={"OFFSET": "7.600"}
    )
    h.press(
        "[BAND] 146865 [ENT]",
        "[MODE]",
        "touch FM",
        "touch FM SET",
        "touch SHIFT until −",
        "touch OFFSET, MULTI until 0.600, touch OFFSET",
    )
    h.press("touch TONE until ENC", "touch TONE FREQ, MULTI until 77.0, touch TONE FREQ", "touch CLOSE", "touch LIST")
    h.press("[KEEP] MULTI until 22 [KEEP 1s]")
    assert h.beeps == ("double",)
    h.press("hold FM SET 1s, touch line 22, touch TAG, type HARROW RDG, touch ENTER, touch CLOSE", "[V·M]")
    assert h.seen.text == "M-22 146.865.00 HARROW RDG FM − ENC"
    stored = h.slot(22)
    assert (stored.tx_hz, stored.tone.tone_tx, stored.label, stored.power) == (146_265_000, "77.0", "HARROW RDG", None)


@says("COPY looks like KEEP and is the slip everybody makes; it changes nothing that is stored, but disarms LIST")
def test_copy_disarms_list():
    h = hands().press("touch LIST [COPY]")
    assert h.beeps == ()
    h.press("[KEEP]")
    assert (h.beeps, h.at_rest) == (("low",), True)


@says("V·M taps between VFO and memory mode. Memory number M-14 in memory mode.")
def test_modes():
    h = hands(memory={"14": channel(146_550_000)}).press("[V·M]")
    assert h.seen.text.startswith("M-14 146.550.00")
    assert h.press("[V·M]").screen == "vfo"


@says("Tap BAND, type the digits, tap ENT: 146550 ENT, missing zeros are filled; 29660 ENT is 29.660.")
@pytest.mark.parametrize(
    ("typed", "hz"),
    [("146550", 146_550_000), ("14655", 146_550_000), ("29660", 29_660_000), ("5252", 52_520_000), ("435", 435_000_000), ("7.1", 7_100_000), ("14.2", 14_200_000), ("1456375", 145_637_500)],
)  # fmt: skip
def test_digits_are_read(typed, hz):
    assert hands().press(f"[BAND] {typed} [ENT]").vfo.rx_hz == hz


@says(
    "Without a point the number is read in the FM bands first, in HF only if it fits none of them; where two readings would do it is refused: type a point. ENT ends the entry, also after a refusal."
)
def test_two_readings_are_refused():
    h = hands().press("[BAND] 18 [ENT]")
    assert (h.main, h.screen) == ("Err", "vfo")
    assert h.press("wait 1s", "[BAND] 18. [ENT]").vfo.rx_hz == 18_000_000
    assert h.press("[BAND] 1.8 [ENT]").vfo.rx_hz == 1_800_000
    assert h.press("[BAND] 99. [ENT]").main == "Err"
    assert hands().press("[BAND] [ENT]").main == "Err"


@says("The MAIN dial goes by 10 Hz.")
def test_the_main_dial():
    h = hands().press("[BAND] 146550 [ENT]", "MAIN +3")
    assert h.main == "146.550.03"


@says(
    "Tap MODE: a panel with LSB USB CW AM FM FM-N DATA. Touch FM or FM-N: only a touch closes the panel. The radio remembers a mode per band (new: FM)."
)
def test_the_mode_panel():
    h = hands().press("[MODE]", "[MODE] [V·M] [ENT]", "wait 60s")
    assert h.beeps == () and h.screen == "menu"
    h.press("touch FM-N")
    assert (h.at_rest, h.vfo.width) == (True, Width.NARROW)
    h.press("[BAND] 435 [ENT]")
    assert h.vfo.width is Width.WIDE
    assert h.press("[MODE] touch USB").vfo.mode == "USB"


@says(
    "In VFO mode with FM or FM-N touch FM SET. SHIFT: every touch goes SIMPLEX → + → − → SIMPLEX. TONE: every touch goes OFF → ENC → BOTH → CODE-E → CODE → OFF."
)
def test_the_fm_panel_cycles_forward():
    h = hands().press("touch FM SET")
    assert [h.press("touch SHIFT").setting("SHIFT") for _ in range(3)] == ["+", "−", "SIMPLEX"]
    modes = [h.press("touch TONE").vfo.tone.mode for _ in range(5)]
    assert modes == [ToneMode.SEND, ToneMode.SEND_AND_OPEN, ToneMode.CROSS, ToneMode.CODE, ToneMode.NONE]
    assert hands().press("[MODE] touch CW touch FM SET").beeps == ("low",)
    assert hands(mode="memory").press("touch FM SET").beeps == ("low",)


@says("ENC sends a tone, BOTH sends it and needs it to open, CODE-E sends a code only.")
def test_a_code_may_be_sent_alone():
    h = hands().press("touch FM SET", "touch TONE until CODE-E", "touch CODE NO, MULTI until 025N, touch CODE NO")
    assert (h.vfo.tone.dcs_tx, h.vfo.tone.dcs_rx) == ("025N", None)


@says(
    "TONE FREQ: touch, MULTI turns through 50 tones, touch again to keep. CLOSE leaves and drops a value not touched again; while one is open the other buttons do nothing. This radio has no quiet time."
)
def test_values_are_kept_by_a_second_touch():
    h = hands().press("touch FM SET, touch TONE FREQ", "MULTI +2", "touch SHIFT")
    assert (h.beeps, h.screen) == (("low",), "value")
    h.press("wait 600s", "touch TONE FREQ")
    assert h.setting("TONE FREQ") == "71.9"
    h.press("touch TONE FREQ MULTI +1 touch CLOSE")
    assert (h.at_rest, h.setting("TONE FREQ")) == (True, "71.9")


@says(
    "OFFSET: touch, MULTI by 10 kHz (0 to 99.99 MHz, it stops at the ends), touch again to keep; one value for each of the bands 28, 50, 144, 430 (new: 100 kHz, 1000 kHz, 600 kHz, 5 MHz)."
)
def test_the_offset_is_kept_per_band():
    h = hands()
    for typed, new in (("29", "0.100"), ("52", "1.000"), ("146", "0.600"), ("435", "5.000")):
        assert h.press(f"[BAND] {typed} [ENT]").setting("OFFSET") == new
    h.press("touch FM SET touch OFFSET MULTI +1")
    assert h.main == "5.010"
    assert h.press("MULTI -502").beeps == ("low",)
    assert h.main == "0.000"


@says(
    "VFO keeps shift, tone and mode as they were last set on that band; looking at a memory changes nothing. There is no automatic shift."
)
def test_a_memory_changes_nothing_in_the_vfo():
    h = hands(memory={"1": channel(146_550_000)}).press("[BAND] 147330 [ENT] touch FM SET touch SHIFT touch CLOSE")
    assert h.press("[V·M] MULTI +1 [V·M]").vfo.tx_hz == 147_930_000
    assert h.press("[BAND] 435 [ENT]").vfo.is_simplex
    assert hands().press("[BAND] 147330 [ENT]").vfo.is_simplex


@says("MULTI at rest in VFO mode: 5–50 W by 1 W, it stops at the ends. Not stored with a channel.")
def test_the_power():
    h = hands().press("MULTI +1")
    assert h.beeps == ("low",)
    h.press("MULTI until 20")
    assert h.setting("POWER") == "20"
    h.press("touch LIST [KEEP] [KEEP 1s]")
    assert h.slot(1).power is None


@says(
    "Touch LIST, then at once tap KEEP: the memory list opens at the lowest free number. MULTI or a touch picks a line. Hold KEEP 1 s: two beeps, the list closes; written (an occupied line is overwritten). Tap KEEP or touch CLOSE leaves without writing. Without LIST as the step just before, KEEP does nothing."
)
def test_storing():
    h = hands(memory={"1": channel(146_550_000)}).press("touch LIST [KEEP]")
    assert h.seen.slot == "02"
    assert h.press("MULTI +1").seen.slot == "03"
    assert h.press("touch line 1").seen.slot == "01"
    h.press("[KEEP 1s]")
    assert (h.beeps, h.at_rest, h.slot(1).rx_hz) == (("double",), True, 28_000_000)
    for leaving in ("[KEEP]", "touch CLOSE"):
        h.press("touch LIST [KEEP]", leaving)
        assert h.at_rest and h.slot(2) is None
    assert h.press("[KEEP]").beeps == ("low",)
    assert h.press("touch LIST", "MULTI -1", "[KEEP]").beeps == ("low",)
    assert h.press("touch LIST [V·M] [KEEP]").beeps == ("low",)
    assert h.press("touch LIST [KEEP]").beeps == ("low",), "memory mode"


@says(
    "Store; then set VFO to the transmit frequency, open the list, pick the same number, hold KEEP 3 s until three beeps: held on so long it does not write the slot, only its transmit frequency."
)
def test_an_odd_split():
    h = hands().press(
        "[BAND] 145990 [ENT] touch LIST [KEEP] touch line 5 [KEEP 1s]",
        "[BAND] 435350 [ENT] touch LIST [KEEP] touch line 5 [KEEP 3s]",
    )
    assert (h.slot(5).rx_hz, h.slot(5).tx_hz) == (145_990_000, 435_350_000)
    assert h.beeps == ("triple",)
    assert h.press("touch LIST [KEEP] touch line 6 [KEEP 3s]").main == "Err"


@says(
    "Hold FM SET 1 s: the memory list opens for editing. Touch TAG, type on the on-screen keyboard; it opens empty, a 13th character is refused, touch ENTER. The list stays open: touch CLOSE."
)
def test_tags():
    h = hands(memory={"5": channel(146_550_000, label="OLD")}).press("hold FM SET 1s", "touch line 5, touch TAG")
    assert "OLD" not in h.main
    h.press("type ABCDEFGHIJKLM")
    assert (h.main, h.beeps) == ("ABCDEFGHIJKL", ("low",))
    h.press("touch ENTER")
    assert (h.screen, h.slot(5).label) == ("picker", "ABCDEFGHIJKL")
    assert h.press("touch CLOSE").at_rest
    assert hands().press("hold FM SET 1s, touch line 9, touch TAG").beeps == ("low",)


@says("Erase. Hold FM SET 1 s, touch the line, touch ERASE (no question), touch CLOSE.")
def test_erasing():
    h = hands(memory={"5": channel(146_550_000), "8": channel(147_000_000)}, mode="memory", slot="5")
    h.press("hold FM SET 1s, touch line 5, touch ERASE, touch CLOSE")
    assert (h.slot(5), h.seen.slot) == (None, "08")


@says("FM transmits on 28–29.7, 50–54, 144–148, 430–450.")
def test_ranges():
    h = hands()
    assert h.press("[BAND] 29.7 [ENT] [PTT]").sent == 29_700_000
    assert h.press("[BAND] 29.8 [ENT] [PTT]").beeps == ("low",)
    assert h.press("[BAND] 54.1 [ENT]").main == "Err"
    assert hands(region="r1").press("[BAND] 147 [ENT] [PTT]").beeps == ("low",)
