"""The Meridian does what its page says, sentence by sentence."""

from functools import partial

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "castellan-meridian"
says = partial(sentence, PAGE)
TO_FM_LIST = "[FUNC] touch SET-UP, touch MODE FM"


def hands(**start):
    return Hands(PAGE, **start)


@says("Example: 52.820, − 500 kHz, encode 103.5, slot 4 KESTREL 6")
def test_the_example():
    h = hands(settings={"RPT OFFSET 50 MHz": "1700", "TONE MODE": "BOTH"}, mode="memory")
    h.press(
        "[V·M]",
        "touch frequency, 52.82, touch ENT",
        "[MODE] touch FM",
        TO_FM_LIST,
        "FUNC until RPT SHIFT [FUNC] FUNC until − [FUNC]",
    )
    h.press("FUNC until RPT OFFSET 50 MHz [FUNC] FUNC until 500 [FUNC]", "FUNC until TONE MODE [FUNC] FUNC until ENC [FUNC]")
    h.press("FUNC until TONE FREQ [FUNC] FUNC until 103.5 [FUNC]", "FUNC until FM WIDTH [FUNC] FUNC until WIDE [FUNC]")
    h.press(
        "touch BACK touch BACK touch BACK",
        "[V·M 1s] STEP until 004 [V·M 1s]",
        "touch NAME, type KESTREL 6, touch ENTER",
        "touch BACK",
        "[V·M]",
    )
    assert h.seen.text == "M 004 KESTREL 6 FM − ENC"
    stored = h.slot(4)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.tone_tx) == (52_820_000, 52_320_000, "103.5")


@says("In memory mode STEP turns through the slots; in VFO mode it does nothing.")
def test_step():
    h = hands(memory={"3": channel(52_525_000), "9": channel(29_600_000)})
    assert h.press("STEP +1").beeps == ("low",)
    assert h.press("[V·M] STEP +1").seen.slot == "009"


@says(
    "Touch the frequency: pad; type MHz . decimals, touch ENT (without a point: whole MHz). ENT closes the pad, also after a refusal; CLR empties it, BACK leaves it."
)
def test_the_pad():
    h = hands().press("touch frequency", "29.6", "touch ENT")
    assert h.vfo.rx_hz == 29_600_000
    assert h.press("touch frequency 52 touch ENT").vfo.rx_hz == 52_000_000
    h.press("touch frequency 99 touch ENT")
    assert (h.main, h.screen) == ("Err", "vfo")
    h.press("wait 1s", "touch frequency 51 touch CLR", "50.5 touch ENT")
    assert h.vfo.rx_hz == 50_500_000
    assert h.press("touch frequency 51 touch BACK").at_rest
    assert h.vfo.rx_hz == 50_500_000
    assert h.press("5").beeps == ("low",), "the pad is closed"


@says("Every band keeps its mode (new: SSB). MODE: touch FM.")
def test_every_band_keeps_its_mode():
    h = hands().press("touch frequency 52.5 touch ENT")
    assert h.vfo.mode == "SSB"
    assert h.press("[MODE] touch FM").vfo.mode == "FM"
    assert h.press("touch frequency 29 touch ENT").vfo.mode == "SSB"
    assert h.press("touch frequency 52 touch ENT").vfo.mode == "FM"


@says(
    "Push FUNC: page of six tiles; SET-UP (FUNC turned to it and pushed, or touched). The page opens at its first tile (SET-UP is the fourth). Turn FUNC to an entry, push to open, turn to change, push to keep."
)
def test_tiles_and_lists():
    h = hands().press("[FUNC] FUNC +3")
    assert h.main == "SET-UP"
    h.press("[FUNC] FUNC until MODE FM [FUNC]")
    assert h.main == "RPT SHIFT"
    h.press("[FUNC] FUNC +1 [FUNC]")
    assert (h.setting("RPT SHIFT"), h.main) == ("+", "RPT SHIFT")
    assert hands().press("[FUNC] touch METER").beeps == ("low",)


@says(
    "BACK goes up one; three times BACK from an entry list is home. It remembers within MODE FM; nothing wraps, entries nor values. No quiet time."
)
def test_back_and_what_is_remembered():
    h = hands().press(TO_FM_LIST, "FUNC until TONE FREQ [FUNC]", "FUNC -99")
    assert h.main == "67.0"
    assert h.press("touch BACK").setting("TONE FREQ") == "88.5"
    h.press("wait 900s")
    assert h.screen == "menu"
    assert not h.press("touch BACK touch BACK").at_rest
    assert h.press("touch BACK").at_rest
    assert h.press(TO_FM_LIST).main == "TONE FREQ"
    h.press("FUNC +1")
    assert h.press("FUNC +1").beeps == ("low",)


@says("RPT SHIFT, TONE MODE and TONE FREQ are one setting for both bands. The offsets, and FM WIDTH, are kept one per band.")
def test_one_setting_for_both_bands():
    h = hands().press("touch frequency 29.6 touch ENT [MODE] touch FM", TO_FM_LIST, "[FUNC] FUNC until − [FUNC]")
    h.press("FUNC until FM WIDTH [FUNC] FUNC until NARROW [FUNC]", "touch BACK touch BACK touch BACK")
    assert h.vfo.tx_hz == 29_500_000
    h.press("touch frequency 52.82 touch ENT [MODE] touch FM")
    assert (h.vfo.tx_hz, h.setting("FM WIDTH")) == (51_820_000, "WIDE")


@says("All of these belong to FM and are stored with it only: a channel stored in another mode has none of them.")
def test_another_mode_has_no_shift_and_no_tone():
    h = hands(settings={"RPT SHIFT": "−", "TONE MODE": "ENC"}).press(
        "touch frequency 52.82 touch ENT", "[V·M 1s] [V·M 1s] touch BACK"
    )
    stored = h.slot(1)
    assert (stored.mode, stored.is_simplex, stored.tone.mode) == ("SSB", True, ToneMode.NONE)


@says(
    "Hold V·M 1 s in either mode: memory list, at the slot used last. What is written is always the VFO. Hold V·M 1 s: written, list stays. Touch BACK. An occupied slot is overwritten."
)
def test_storing():
    h = hands(memory={"7": channel(52_525_000, label="OLD")}, mode="memory", slot="7").press("[V·M 1s]")
    assert h.seen.slot == "007"
    h.press("[V·M 1s]")
    assert (h.screen, h.slot(7).rx_hz, h.slot(7).label) == ("picker", 28_000_000, None)
    assert h.press("touch BACK").screen == "memory"


@says(
    "A tap of V·M in the list recalls the slot in place of writing it and goes home in VFO mode; on a free slot it does nothing."
)
def test_the_recall_trap():
    old = channel(52_525_000, 51_525_000, tone_mode="send", tone_tx="77.0")
    h = hands(memory={"7": old}).press("[V·M 1s] STEP until 007 [V·M]")
    assert (h.screen, h.vfo.rx_hz, h.vfo.tx_hz, h.vfo.tone.tone_tx) == ("vfo", 52_525_000, 51_525_000, "77.0")
    assert h.press("[V·M 1s]").seen.slot == "007", "recalled is used"
    h.press("STEP +1 [V·M]")
    assert (h.beeps, h.screen) == (("low",), "picker")


@says(
    "Touch NAME, type on the keyboard; it opens empty, touch ENTER; BACK drops. DISP: grey shows the frequency in memory mode, lit the name; touch DISP to change it. A new name lights it."
)
def test_names_and_disp():
    h = hands(memory={"7": channel(52_525_000, label="OLD")}, mode="memory").press("[V·M 1s]")
    assert h.press("touch NAME").main.strip("·") == ""
    h.press("type KEST touch BACK")
    assert h.slot(7).label == "OLD"
    h.press("touch BACK")
    assert h.main == "52.525.00"
    h.press("[V·M 1s] touch NAME, type NEW, touch ENTER touch BACK")
    assert h.main == "NEW"
    assert h.press("[V·M 1s] touch DISP touch BACK").main == "52.525.00"
    assert hands().press("[V·M 1s] touch NAME").beeps == ("low",)


@says("Erase. In the list hold BAND 1 s. Power. A level for the whole radio, not stored.")
def test_erasing():
    h = hands(memory={"7": channel(52_525_000), "9": channel(29_600_000)}, mode="memory").press(
        "[V·M 1s] [BAND 1s]", "touch BACK"
    )
    assert (h.slot(7), h.seen.slot, h.slot(9).power) == (None, "009", None)


@says("1.8–54 MHz. FM transmits on 28.0–29.7 and 50–54. The Meridian is the same everywhere.")
def test_ranges():
    for region in ("r1", "r2"):
        h = hands(region=region)
        assert h.press("touch frequency 29.7 touch ENT [PTT]").sent == 29_700_000
        assert h.press("touch frequency 1.7 touch ENT").main == "Err"
        assert h.press("touch frequency 29.8 touch ENT [PTT]").beeps == ("low",)
