"""The Slate does what its page says, sentence by sentence."""

from functools import partial

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode, Width

PAGE = "brisko-slate"
says = partial(sentence, PAGE)
CHANNEL_SET = "[OK] DOWN until CHANNEL SET [OK]"


def hands(**start):
    return Hands(PAGE, **start)


@says("Example: 145.6375, − 0.6, encode 71.9, receive open, narrow, High, slot 40")
def test_the_example():
    h = hands(vfo=channel(430_000_000, tone_mode="code", dcs_tx="023N", dcs_rx="023N", width="wide"), mode="memory")
    h.press("[BACK] until VFO", "14563750", CHANNEL_SET, "6 [OK] DOWN until 71.9 [OK]", "4 [OK] UP until Off [OK]")
    h.press("5 [OK] UP until Off [OK]", "9 [OK] DOWN until − [OK]", "10 [OK] 00060000 [OK]", "3 [OK] DOWN until Narrow [OK]")
    h.press("2 [OK] UP until High [OK]", "12 [OK] 040 [OK]")
    assert h.main == "Saved"
    h.press("[BACK] [BACK]", "[BACK] [BACK]")
    assert h.seen.text.startswith("▶A CH 040 145.63750")
    stored = h.slot(40)
    assert (stored.rx_hz, stored.tx_hz, stored.width, stored.power) == (145_637_500, 145_037_500, Width.NARROW, "High")
    assert (stored.tone.mode, stored.tone.tone_tx) == (ToneMode.SEND, "71.9")


@says("At rest BACK steps VFO → CH (slot number large) → CH (frequency large) → VFO. The top line tells which.")
def test_back_goes_round_three_ways():
    h = hands(memory={"12": channel(146_550_000)})
    looks = [h.press("[BACK]").seen for _ in range(3)]
    assert [x.main for x in looks] == ["CH 012", "146.55000", "144.00000"]
    assert [x.screen for x in looks] == ["memory", "memory", "vfo"]
    assert "VFO" in looks[2].text


@says("VFO mode, eight digits, all of them: MHz and five decimals. Values not on 2.5 or 6.25 kHz are refused.")
def test_eight_digits_on_a_grid():
    h = hands().press("43093750")
    assert h.vfo.rx_hz == 430_937_500
    h.press("14565000")
    assert h.vfo.rx_hz == 145_650_000
    h.press("14565100")
    assert h.main == "Err"
    assert h.beeps == ("low",)
    h.press("wait 1s", "1456500")
    assert h.screen == "entry"
    assert h.press("[OK]").vfo.rx_hz == 145_650_000


@says("The quiet time in entry is 6 s.")
def test_an_entry_closes_after_six_seconds():
    h = hands().press("1456", "wait 5.9s")
    assert h.screen == "entry"
    assert h.press("wait 0.1s").at_rest


@says("In CH three digits call a slot. New: row A 144.000, row B 430.000.")
def test_slots_are_called_by_three_digits_and_rows_have_their_own_frequency():
    h = hands(memory={"5": channel(146_550_000), "256": channel(147_000_000)}, mode="memory")
    assert h.press("256").seen.slot == "256"
    assert h.press("007").main == "Err"
    assert hands().vfo.rx_hz == 144_000_000
    assert hands().press("[*]").vfo.rx_hz == 430_000_000


@says(
    "OK opens it. It opens at the first. Nothing in it wraps, neither lists nor values nor slots. UP and DOWN move, OK enters, BACK goes up one."
)
def test_the_menu():
    h = hands().press("[OK]")
    assert h.main == "MESSAGES"
    assert h.press("[UP]").beeps == ("low",)
    assert h.press("[OK]").beeps == ("low",)
    h.press("DOWN until CHANNEL SET [OK]", "13")
    assert h.main == "TX frequency"
    assert h.press("[DOWN]").beeps == ("low",)
    h.press("2 [OK]")
    assert h.press("[UP]").beeps == ("low",)
    assert h.press("[DOWN] [DOWN] [DOWN]").beeps == ("low",)
    assert h.press("[BACK] [BACK] [BACK]").at_rest
    assert h.press("[OK] DOWN until CHANNEL SET [OK] [DOWN] [BACK] [OK]").main == "Delete channel"


@says("In CHANNEL SET a digit (or two, within 1 s) goes to that number. The top line names the list. Quiet time 15 s.")
def test_numbers_in_channel_set():
    h = hands().press(CHANNEL_SET, "1")
    assert "CHANNEL SET" in h.seen.text
    assert h.press("2").main == "Save channel"
    h.press("1", "wait 1s", "2")
    assert h.main == "TX power"
    assert h.press("wait 14.9s").screen == "menu"
    assert h.press("wait 0.1s").at_rest
    h.press(CHANNEL_SET, "1 9")
    assert h.main == "Err"


@says(
    "OK opens an entry and keeps its value; after keeping it returns to the list at that entry. In a value list UP moves towards the top (Off)."
)
def test_values_are_kept_by_ok():
    h = hands().press(CHANNEL_SET, "6 [OK] [DOWN] [DOWN] [UP]")
    assert h.main == "67.0"
    assert h.press("[OK]").main == "TX CTCSS"
    h.press("[OK] [DOWN] [BACK]")
    assert h.setting("TX CTCSS") == "67.0"


@says("Shift with the Offset as new is still simplex.")
def test_a_shift_without_an_offset_is_simplex():
    h = hands().press(CHANNEL_SET, "9 [OK] DOWN until + [OK]")
    assert h.vfo.is_simplex
    h.press("10 [OK] 00500000 [OK]")
    assert h.vfo.tx_hz == h.vfo.rx_hz + 5_000_000
    assert h.press("[OK] 00760000 [OK]").vfo.tx_hz == 151_600_000
    assert h.press("[OK] 0076 [OK]").main == "Err"


@says("Setting a CTCSS to a tone puts the DCS of the same direction to Off and the other way round.")
def test_a_tone_and_a_code_of_one_direction_exclude_each_other():
    h = hands().press(CHANNEL_SET, "7 [OK] DOWN until 023I [OK]", "5 [OK] DOWN until 025N [OK]")
    h.press("6 [OK] DOWN until 71.9 [OK]")
    assert (h.setting("TX DCS"), h.setting("RX DCS")) == ("Off", "025N")
    h.press("7 [OK] DOWN until 031N [OK]")
    assert h.setting("TX CTCSS") == "Off"


@says("All of these belong to the row, not to the band.")
def test_settings_belong_to_the_row():
    h = hands().press(CHANNEL_SET, "2 [OK] DOWN until Low [OK] [BACK] [BACK]", "43500000")
    assert h.setting("TX power") == "Low"
    assert h.press("[*]").setting("TX power") == "High"


@says(
    "Save channel: pick by UP (lower), DOWN (higher) or three digits; OK: Saved. It overwrites an occupied slot without a word. It begins at slot 1, not at a free one; an occupied slot shows its frequency under the number. It returns to CHANNEL SET, still in VFO mode."
)
def test_saving():
    h = hands(memory={"1": channel(146_550_000)}).press(CHANNEL_SET, "12 [OK]")
    assert h.seen.text.startswith("▶A 001 146.55000")
    assert h.press("[UP]").beeps == ("low",)
    assert h.press("[DOWN] [DOWN] [UP]").seen.slot == "002"
    h.press("001 [OK]")
    assert h.main == "Saved"
    assert h.slot(1).rx_hz == 144_000_000
    assert h.press("wait 1s").main == "Save channel"
    assert h.press("[BACK] [BACK]").screen == "vfo"


@says("Store. Save channel works in VFO mode only.")
def test_saving_is_refused_in_memory_mode():
    h = hands(memory={"1": channel(146_550_000)}, mode="memory").press(CHANNEL_SET, "12 [OK]")
    assert h.beeps == ("low",)
    assert h.screen == "menu"


@says("Delete channel: pick, OK, Delete? OK")
def test_deleting():
    h = hands(memory={"1": channel(146_550_000), "9": channel(147_000_000)}).press(CHANNEL_SET, "1 [OK] 009 [OK]")
    assert h.main == "Delete?"
    assert h.press("[OK]").slot(9) is None
    assert h.main == "Delete channel"
    h.press("[OK] 010 [OK]")
    assert h.main == "Err"


@says(
    "TX frequency: eight digits, checked like the receive frequency: turns the VFO into an odd split until Shift is kept again, even unchanged"
)
def test_a_transmit_frequency_of_its_own():
    h = hands().press("14645000", CHANNEL_SET, "13 [OK]")
    assert h.main == "= RX"
    h.press("14500100")
    assert h.main == "Err"
    h.press("wait 1s", "43500000 [OK]")
    assert h.vfo.tx_hz == 435_000_000
    h.press("12 [OK] 003 [OK]", "wait 1s", "9 [OK] [OK]")
    assert h.vfo.is_simplex
    assert h.slot(3).tx_hz == 435_000_000


@says(
    "Channel power and width are stored. In CH mode, CHANNEL SET works on the stored channel at once: a value kept there changes the slot."
)
def test_a_stored_channel_is_changed_in_its_place():
    h = hands(memory={"7": channel(146_550_000, power="High", width="wide")}, mode="memory")
    h.press(
        CHANNEL_SET,
        "2 [OK] DOWN until Low [OK]",
        "6 [OK] DOWN until 103.5 [OK]",
        "9 [OK] DOWN until − [OK] 10 [OK] 00060000 [OK]",
    )
    assert (h.slot(7).power, h.slot(7).tone.tone_tx, h.slot(7).tx_hz) == ("Low", "103.5", 145_950_000)
    assert h.twin.vfo_channel(h.state).power == "High"
    assert hands(mode="memory").press(CHANNEL_SET, "2 [OK]").beeps == ("low",)


@says("Check. It stands at the slot written last; DIAL or three digits to another.")
def test_memory_mode_stands_at_the_slot_written():
    h = hands(memory={"3": channel(146_550_000)}).press(CHANNEL_SET, "12 [OK] 040 [OK] [BACK] [BACK] [BACK] [BACK]")
    assert h.seen.slot == "040"
    assert h.press("DIAL +1").seen.slot == "003"


@says(
    "P1 held 2 s at rest in VFO mode: SEEK CTC, then SEEK DCS; shows the value; OK puts it into the TX entry, BACK drops it. No tone needs to be set before."
)
def test_the_tone_search():
    h = hands().press("hear 144.000 103.5", "[P1 2s]")
    assert "SEEK CTC" in h.seen.text
    h.press("wait 10s")
    assert h.main == "103.5"
    assert h.press("[OK]").at_rest
    assert h.setting("TX CTCSS") == "103.5"
    h.press("hear nothing", "hear 144.000 d025", "[P1 2s]", "wait 60s")
    assert "SEEK DCS" in h.seen.text
    assert h.main == "025N"
    h.press("[BACK]")
    assert h.setting("TX DCS") == "Off"


@says("lock, not used here; P2")
def test_keys_without_work_beep():
    for key in ("#", "P2"):
        assert hands().press(f"[{key}]").beeps == ("low",)


@says("Icons: W N, power H M L, + −, C (CTCSS sent), c (CTCSS needed to open), D d.")
def test_the_icons():
    crossed = channel(146_550_000, 145_950_000, tone_mode="cross", tone_tx="71.9", dcs_rx="023N", width="narrow", power="Middle")
    assert hands(vfo=crossed).seen.icons == ("N", "M", "−", "C", "d")
    both = channel(146_550_000, 147_150_000, tone_mode="send_and_open", tone_tx="71.9", tone_rx="71.9", width="wide", power="Low")
    assert hands(vfo=both).seen.icons == ("W", "L", "+", "C", "c")
