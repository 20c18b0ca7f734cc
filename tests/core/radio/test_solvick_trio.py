"""What the Trio's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "solvick-trio"
TWO = {"3": channel(146_550_000), "9": channel(146_580_000, label="BEACH")}


def trio(**start):
    return Hands(PAGE, **start)


def quiet(**start):
    """A Trio with the watch off."""
    return trio(**{**start, "settings": {"WATCH": "OFF", **start.get("settings", {})}})


@sentence(PAGE, "Receives 136–174, 216–260, 400–520; transmits 144–148, 222–225, 420–450. 199 slots.")
@pytest.mark.parametrize(
    ("typed", "taken", "sends"),
    [
        ("136000", True, False),
        ("216000", True, False),
        ("222000", True, True),
        ("260000", True, False),
        ("520000", True, False),
        ("135995", False, False),
        ("260005", False, False),
    ],
)
def test_ranges(typed, taken, sends):
    radio = quiet().press(typed)
    assert (radio.vfo.rx_hz == int(typed) * 1000) is taken
    if taken:
        assert (radio.press("[PTT]").sent is not None) is sends


@sentence(PAGE, "No names from the keypad (stored names are shown). SHOW.A, SHOW.B, SHOW.C: FREQ, CHAN, NAME.")
def test_what_memory_mode_shows_is_set_for_each_row():
    assert quiet(memory=TWO, mode="memory", slot="9", settings={"SHOW.A": "NAME"}).main == "BEACH"
    assert quiet(memory=TWO, mode="memory", slot="9", settings={"SHOW.A": "CHAN"}).main == "CH-009"
    assert quiet(memory=TWO, mode="memory", slot="9", row="B", settings={"SHOW.A": "NAME"}).main == "146.580"


@sentence(
    PAGE,
    "Three rows A, B, C; an arrow marks the row in use. Slot number at the right in memory mode. A 3R at the top means that three-row watch is on.",
)
@sentence(PAGE, "MEM taps the row in use between VFO and memory mode. ROW moves the arrow A → B → C → A.")
def test_rows_and_modes():
    radio = trio(memory=TWO)
    assert radio.seen.row == "A" and "3R" in radio.seen.icons and "3R" not in quiet().seen.icons
    assert [radio.press("[ROW]").seen.row for _ in range(3)] == ["B", "C", "A"]
    assert radio.press("[MEM]").seen.slot == "003" and radio.press("[ROW]").seen.slot is None
    assert radio.press("[ROW] [ROW]").seen.slot == "003" and radio.press("[MEM]").screen == "vfo"


@sentence(
    PAGE,
    "Three-row watch: the row on which something is heard takes the arrow and keeps it, also while a menu or the store dialogue is open.",
)
def test_the_watch_takes_the_arrow():
    radio = trio().press("[ROW]")
    assert radio.press("hear 420.000").seen.row == "C" and radio.press("hear nothing").seen.row == "C"
    in_menu = trio().press("[MENU] hear 222.000")
    assert in_menu.screen == "menu" and in_menu.seen.row == "B"
    assert trio().press("[MENU 1s] hear 222.000 [MENU]").slot(1).rx_hz == 222_000_000
    assert quiet().press("hear 420.000").seen.row == "A"


@sentence(PAGE, "Transmit row: AUTO sends on the row in use; A, B, C always sends there, whatever you look at.")
def test_the_transmit_row():
    assert quiet(settings={"TX.ROW": "A"}).press("146550 [ROW] [PTT]").sent == 146_550_000
    assert quiet().press("146550 [ROW] [PTT]").sent == 222_000_000


@sentence(PAGE, "VFO, six digits, on the row in use. Any band on any row. New: A 144.000, B 222.000, C 420.000.")
@sentence(PAGE, "Filled as 012 = 12.5; then not on the 5 kHz or 12.5 kHz grid: refused.")
def test_frequencies():
    radio = quiet()
    assert [radio.press("[ROW]").main for _ in range(3)] == ["222.000", "420.000", "144.000"]
    assert radio.press("446012").vfo.rx_hz == 446_012_500
    assert radio.press("146013").main == "Err" and radio.press("146555").main == "146.555"
    assert radio.press("146037").vfo.rx_hz == 146_037_500
    assert radio.press("14 wait 10s").at_rest


@sentence(
    PAGE,
    "Tap MENU; DIAL scrolls (wraps, remembers). ENTER: it can be changed. MENU keeps it (back in the list). EXIT at the entry: home. EXIT with the arrow: dropped.",
)
@sentence(PAGE, "Quiet time 10 s. 30 entries in all.")
def test_the_menu():
    radio = quiet().press("[MENU]")
    assert radio.main == "1" and radio.press("DIAL -1").main == "30" and radio.press("DIAL +1").main == "1"
    radio.press("DIAL until SHIFT [ENTER] DIAL +1 [EXIT]")
    assert radio.main == "SHIFT" and radio.setting("SHIFT") == "OFF"
    radio.press("[ENTER] DIAL +2 [MENU]")
    assert radio.main == "SHIFT" and radio.setting("SHIFT") == "+"
    assert radio.press("[EXIT]").at_rest and radio.press("[MENU]").main == "SHIFT"
    assert radio.press("wait 9.9s").screen == "menu" and radio.press("wait 0.1s").at_rest
    assert quiet().press("[MENU] [ENTER]").beeps == ("low",)


@sentence(PAGE, "The table of entries with their numbers, values and new values.")
@pytest.mark.parametrize(
    ("number", "values", "new"),
    [
        ("2", ["HIGH", "LOW"], "HIGH"), ("4", ["WIDE", "NARROW"], "WIDE"), ("6", ["5", "6.25", "10", "12.5", "25"], "5"), ("8", ["ON", "OFF"], "ON"), ("9", ["OFF", "ON"], "OFF"),
        ("11", ["ON", "OFF"], "ON"), ("12", ["AUTO", "A", "B", "C"], "AUTO"), ("13", ["OFF", "TONE", "CODE"], "OFF"), ("14", ["OFF", "TONE", "CODE"], "OFF"),
        ("18", ["FREQ", "CHAN", "NAME"], "FREQ"), ("22", ["VOLT", "NONE", "PICT"], "VOLT"), ("24", ["OFF", "−", "+"], "OFF"),
    ],
)  # fmt: skip
def test_the_table(number, values, new):
    radio = trio().press(f"[MENU] DIAL until {number} [ENTER]")
    assert radio.main == new
    radio.press(f"DIAL until {values[0]}")
    assert [radio.main, *(radio.press("DIAL +1").main for _ in values[1:])] == values


@sentence(
    PAGE,
    "RX.TON and TX.TON: after ENTER the DIAL turns OFF, TONE, CODE; at TONE or CODE press MEM and the DIAL turns through the tones or codes; MENU keeps both.",
)
@sentence(PAGE, "Without MEM the tone or code last used there is kept.")
def test_a_list_behind_another_key():
    radio = quiet().press("[MENU] DIAL until TX.TON [ENTER]")
    assert radio.press("[MEM]").beeps == ("low",)
    radio.press("DIAL until TONE [MEM] DIAL until 110.9 [MENU]")
    assert radio.main == "TX.TON" and radio.vfo.tone.tone_tx == "110.9" and radio.vfo.tone.mode is ToneMode.SEND
    radio.press("[ENTER] DIAL until OFF [MENU] [ENTER] DIAL until TONE [MENU]")
    assert radio.vfo.tone.tone_tx == "110.9"
    dropped = quiet().press("[MENU] DIAL until TX.TON [ENTER] DIAL until TONE [MEM] DIAL until 110.9 [EXIT]")
    assert dropped.vfo.tone.mode is ToneMode.NONE and dropped.main == "TX.TON"
    code = quiet().press("[MENU] DIAL until RX.TON [ENTER] DIAL until CODE [MEM] DIAL until 074N [MENU]")
    assert code.vfo.tone.dcs_rx == "074N" and code.vfo.tone.mode is ToneMode.CROSS


@sentence(
    PAGE,
    "OFFSET is one value for the whole set; it does not follow the band. MENU takes five digits or none; DIAL does nothing there.",
)
def test_one_offset_for_the_whole_set():
    radio = quiet(settings={"SHIFT": "+"}).press("[MENU] DIAL until OFFSET [ENTER]")
    assert radio.main == "00600" and radio.press("DIAL +1").beeps == ("low",)
    assert radio.press("050 [MENU]").main == "Err" and radio.press("wait 1s").screen == "value"
    assert radio.press("05000 [MENU]").setting("OFFSET") == "05000"
    assert radio.press("[ENTER] [MENU]").setting("OFFSET") == "05000"
    radio.press("[EXIT] 146550")
    assert radio.vfo.tx_hz == 151_550_000
    assert radio.press("[ROW]").setting("OFFSET") == "05000"


@sentence(PAGE, "SHIFT and the tones are per row, whatever the band; POWER, BANDW and STEP per row and band.")
def test_what_belongs_to_row_and_what_to_row_and_band():
    radio = quiet(settings={"SHIFT": "+", "POWER": "LOW", "BANDW": "NARROW"})
    assert radio.press("446000").setting("SHIFT") == "+" and radio.setting("POWER") == "HIGH" and radio.setting("BANDW") == "WIDE"
    assert radio.press("146550").setting("POWER") == "LOW"
    assert radio.press("[ROW]").setting("SHIFT") == "OFF"


@sentence(PAGE, "REVERS swaps receive and transmit.")
def test_reverse_is_an_entry():
    radio = quiet(settings={"SHIFT": "+", "REVERS": "ON"}).press("146550")
    assert radio.main == "147.150" and radio.press("[PTT]").sent == 146_550_000


@sentence(
    PAGE,
    "VFO: hold MENU 1 s: slot number, lowest free; DIAL or three digits pick (000 and above 199: refused); • marks occupied (overwritten). Tap MENU: written. EXIT leaves.",
)
@sentence(PAGE, "The display looks as if nothing had happened: it is still in VFO mode. MEM shows the slot.")
def test_the_store():
    radio = quiet(memory={"1": channel(146_490_000), **TWO}).press("146550 [MENU 1s]")
    assert radio.main == "002" and radio.press("DIAL +1").main == "•003"
    assert radio.press("000").main == "Err" and radio.press("200").main == "Err"
    assert radio.press("wait 1s").screen == "picker"
    radio.press("009 [MENU]")
    assert radio.main == "146.550" and radio.screen == "vfo" and radio.slot(9).rx_hz == 146_550_000
    assert radio.press("[MEM]").seen.slot == "009"
    assert quiet().press("[MENU 1s] [EXIT]").at_rest


@sentence(PAGE, "Erase: memory mode, hold EXIT 2 s.")
def test_erase():
    radio = quiet(memory=TWO, mode="memory", slot="3")
    assert radio.press("[EXIT 1s]").slot(3) is not None
    assert radio.press("[EXIT 2s]").slot(3) is None and radio.seen.slot == "009"


@sentence(PAGE, "The Example.")
@pytest.mark.parametrize("heard", [None, 144_000_000])
@pytest.mark.parametrize("mode", ["vfo", "memory"])
def test_the_example_of_the_page(mode, heard):
    wrong = {"RX.TON": "CODE", "BANDW": "NARROW", "OFFSET": "05000", "POWER": "LOW", "TX.ROW": "B", "SHIFT": "+"}
    radio = trio(row="C", mode=mode, memory=TWO, settings=wrong, signals=[{"rx_hz": heard}] if heard else [])
    radio.press("[MENU] DIAL until WATCH [ENTER] DIAL until OFF [MENU] [EXIT] · [ROW] until C")
    if radio.seen.slot is not None:
        radio.press("[MEM]")
    radio.press("223940 · [MENU] DIAL until TX.ROW [ENTER] DIAL until AUTO [MENU] · DIAL until SHIFT [ENTER] DIAL until − [MENU]")
    radio.press(
        "DIAL until OFFSET [ENTER] 01600 [MENU] · DIAL until TX.TON [ENTER] DIAL until TONE [MEM] DIAL until 110.9 [MENU]"
    )
    radio.press("DIAL until RX.TON [ENTER] DIAL until OFF [MENU] · DIAL until BANDW [ENTER] DIAL until WIDE [MENU]")
    radio.press("DIAL until POWER [ENTER] DIAL until HIGH [MENU] · [EXIT] · [MENU 1s] 027 [MENU] · [MEM]")
    assert radio.seen.slot == "027"
    stored = radio.slot(27)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.mode, stored.tone.tone_tx) == (
        223_940_000,
        222_340_000,
        ToneMode.SEND,
        "110.9",
    )
    assert (stored.width, stored.power) == ("wide", "HIGH")
