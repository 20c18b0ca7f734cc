"""What the Osprey's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "ardvane-osprey"
TWO = {"3": channel(146_550_000), "9": channel(146_580_000, label="BEACH")}


def osprey(**start):
    return Hands(PAGE, **start)


@sentence(
    PAGE, "Receives 118–174, 375–550. Transmits 144–148 and 430–450. 500 slots, shared by both sides. Labels of 8 characters."
)
def test_ranges_and_slots():
    assert (
        osprey().press("375000").main == "375.000"
        and osprey().press("550005").main == "Err"
        and osprey().press("174005").main == "Err"
    )
    assert osprey().press("450000 [PTT]").sent == 450_000_000 and osprey().press("450005 [PTT]").beeps == ("low",)
    radio = osprey().press("[MENU 1s] LDIAL -1 [MENU 1s]")
    assert radio.slot(500) is not None and radio.press("[RMODE] [RMB]").seen.slot == "500"


@sentence(PAGE, "Tap LMB or RMB: that side is MAIN and takes microphone entry and PTT. Hold it 1 s: the side changes band.")
def test_sides():
    radio = osprey().press("[RMB] 446000")
    assert radio.seen.row == "RIGHT" and radio.press("[PTT]").sent == 446_000_000
    assert radio.press("[LMB]").main == "144.000" and radio.press("[RMB 1s]").seen.row == "LEFT"
    assert radio.press("[RMB]").main == "144.000" and radio.press("[RMB 1s]").main == "446.000"


@sentence(
    PAGE,
    "LMODE / RMODE tap: VFO ↔ memory of that side. In memory mode that side's dial turns through the occupied slots, or those of the slot group chosen (MENU, GROUP).",
)
def test_modes_and_groups():
    radio = osprey(memory=TWO).press("[RMODE] RDIAL +1 [RMB]")
    assert radio.seen.slot == "009" and radio.press("RDIAL +1").seen.slot == "003"
    radio.press(
        "[LMB] [MENU] LDIAL until GROUP [MENU] LDIAL until B [MENU] [BACK] 146490 [MENU 1s] LDIAL until 020 [MENU 1s] [LMODE]"
    )
    assert radio.seen.slot == "020" and radio.press("LDIAL +1").seen.slot == "020"
    radio.press("[MENU] LDIAL until GROUP [MENU] LDIAL until ALL [MENU] [BACK] LDIAL +1")
    assert radio.seen.slot == "003"


@sentence(
    PAGE,
    "Microphone digits; ENT fills the missing zeros and takes it (1459 ENT is 145.900); six digits take effect by themselves. CLR drops the entry.",
)
@sentence(PAGE, "A side takes any frequency in the receive ranges and changes band by itself.")
def test_frequency():
    assert osprey().press("1459 [ENT]").main == "145.900" and osprey().press("448775").main == "448.775"
    cleared = osprey().press("1459 [CLR]")
    assert cleared.at_rest and cleared.main == "144.000" and cleared.beeps == ()
    assert osprey().press("1459 wait 12s").at_rest and osprey().press("146012").vfo.rx_hz == 146_012_500


@sentence(
    PAGE,
    "MENU opens it (remembers, does not wrap), MAIN's dial scrolls, MENU opens, dial changes, MENU keeps and returns, BACK goes up one level, dropping what was not kept. Quiet time 12 s throughout.",
)
def test_the_menu():
    radio = osprey().press("[MENU]")
    assert radio.main == "SHIFT" and radio.press("LDIAL -1").beeps == ("low",) and radio.press("RDIAL +1").beeps == ("low",)
    order = [
        "SHIFT",
        "OFFSET",
        "CTCSS USE",
        "CTCSS HZ",
        "CODE NO",
        "MODE",
        "STEP",
        "AUTO RPT",
        "GROUP",
        "LABEL",
        "SQUELCH",
        "QUIET ON TX",
    ]
    assert [radio.main, *(radio.press("LDIAL +1").main for _ in range(11))] == order
    assert radio.press("LDIAL +1").beeps == ("low",)
    radio.press("LDIAL until MODE [MENU] LDIAL +1 [BACK]")
    assert radio.main == "MODE" and radio.setting("MODE") == "FM"
    assert radio.press("[MENU] LDIAL +1 [MENU]").setting("MODE") == "FM-N"
    assert radio.press("[BACK]").at_rest and radio.press("[MENU]").main == "MODE"
    assert radio.press("wait 11.9s").screen == "menu" and radio.press("wait 0.1s").at_rest


@sentence(
    PAGE,
    "Entries with their values; OFFSET typed, six digits MHz.kHz, then MENU; CLR empties; new 000600 on 2 m, 005000 on 70 cm. CODE NO 023N, 023I, 025N …",
)
@pytest.mark.parametrize(
    ("entry", "values"),
    [
        ("SHIFT", ["OFF", "RPT−", "RPT+"]), ("CTCSS USE", ["OFF", "TX", "TX·RX", "CODE"]), ("CODE NO", ["023N", "023I", "025N"]), ("MODE", ["FM", "FM-N"]),
        ("STEP", ["5", "6.25", "10", "12.5", "15", "20", "25"]), ("AUTO RPT", ["OFF", "ON"]), ("GROUP", ["ALL", "A", "B", "C", "D", "E", "F"]), ("QUIET ON TX", ["OFF", "ON"]), ("CTCSS HZ", ["67.0", "69.3"]),
    ],
)  # fmt: skip
def test_the_entries(entry, values):
    radio = osprey().press(f"[MENU] LDIAL until {entry} [MENU]")
    assert [radio.main, *(radio.press("LDIAL +1").main for _ in values[1:])] == values


def test_the_offset_is_typed():
    radio = osprey().press("[MENU] LDIAL until OFFSET [MENU]")
    assert radio.main == "000600" and radio.press("LDIAL +1").beeps == ("low",)
    assert radio.press("0016 [CLR]").main == "000600" and radio.beeps == ()
    assert radio.press("001600 [MENU]").setting("OFFSET") == "001600"
    assert osprey().press("448775").setting("OFFSET") == "005000"


@sentence(PAGE, "AUTO RPT (OFF, ON; new: OFF; one for the set; ranges as on the Finch's page).")
def test_automatic_shift():
    assert osprey().press("147330").setting("SHIFT") == "OFF"
    assert osprey(settings={"AUTO RPT": "ON"}).press("[RMB] 147330").setting("SHIFT") == "RPT+"


@sentence(PAGE, "PWR taps LOW → MID → HIGH for MAIN; stored with a channel.")
def test_power():
    radio = osprey()
    assert [radio.press("[PWR]").vfo.power for _ in range(3)] == ["LOW", "MID", "HIGH"]


@sentence(
    PAGE,
    "Hold MENU 1 s: WRITE, the lowest free slot; MAIN's dial picks; hold MENU 1 s: written, and the slot takes the group chosen in GROUP (none if ALL). BACK leaves.",
)
@sentence(PAGE, "An occupied slot asks OVER ?: hold MENU 1 s once more, or BACK, which returns to WRITE.")
def test_the_store():
    radio = osprey(memory={"1": channel(146_490_000), **TWO}).press("146550 [MENU 1s]")
    assert radio.seen.slot == "002" and radio.press("LDIAL until 009 [MENU 1s]").main == "OVER ?"
    assert radio.press("[BACK]").screen == "picker" and radio.slot(9).rx_hz == 146_580_000
    radio.press("[MENU 1s] [MENU 1s]")
    assert radio.slot(9).rx_hz == 146_550_000 and radio.screen == "vfo" and radio.state.slots[8].group == 0
    assert osprey().press("[MENU 1s] [BACK]").at_rest
    assert osprey(settings={"GROUP": "C"}).press("[MENU 1s] [MENU 1s]").state.slots[0].group == 3


@sentence(
    PAGE,
    "Names: eight places, blank at first; dial chooses (space, A–Z, 0–9, - / .), tap MENU goes on, BACK goes back one (on the first it leaves and drops), hold MENU 1 s keeps all places as they show and returns to the list.",
)
def test_labels():
    opening = "[MENU] LDIAL until LABEL [MENU]"
    radio = osprey(memory=TWO, mode="memory", slot="9").press(opening)
    assert "".join(radio.press("LDIAL +1").state.letters[0] for _ in range(40)) == "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-/. "
    radio.press("LDIAL until H [MENU] LDIAL until X [BACK] [MENU] LDIAL until I [MENU 1s]")
    assert radio.slot(9).label == "HI" and radio.main == "LABEL"
    dropped = osprey(memory=TWO, mode="memory", slot="9").press(opening, "LDIAL until Z [BACK]")
    assert dropped.slot(9).label == "BEACH" and dropped.screen == "menu"


@sentence(PAGE, "Erase: memory mode, hold BACK 2 s: CLEAR ?, MENU; BACK leaves.")
def test_erase():
    radio = osprey(memory=TWO, mode="memory", slot="3").press("[BACK 2s]")
    assert radio.main == "CLEAR ?" and radio.press("[BACK]").slot(3) is not None
    assert radio.press("[BACK 2s] [MENU]").slot(3) is None


@sentence(PAGE, "Hold SUB 1 s forces the side that is not MAIN open, again to close.")
def test_squelch_open():
    radio = osprey().press("[SUB 1s]")
    assert "OPEN" not in radio.seen.icons and "OPEN" in radio.press("[RMB]").seen.icons
    assert "OPEN" not in radio.press("[LMB] [SUB 1s] [RMB]").seen.icons


@sentence(PAGE, "The Example.")
@pytest.mark.parametrize("occupied", [True, False])
def test_the_example_of_the_page(occupied):
    memory = {**TWO, **({str(n): channel(146_550_000, label="OLD") for n in range(101, 108)} if occupied else {})}
    wrong = {"CTCSS USE": "CODE", "SHIFT": "RPT−", "MODE": "FM-N"}
    radio = osprey(memory=memory, row="RIGHT", mode="memory", settings=wrong).press("[RMB]")
    if radio.seen.slot is not None:
        radio.press("[RMODE]")

    def store(slot):
        radio.press(f"[MENU 1s] RDIAL until {slot} [MENU 1s]")
        if radio.main == "OVER ?":
            radio.press("[MENU 1s]")

    radio.press(
        "436440 · [MENU] RDIAL until SHIFT [MENU] RDIAL until OFF [MENU] · RDIAL until CTCSS USE [MENU] RDIAL until OFF [MENU]"
    )
    radio.press(
        "RDIAL until MODE [MENU] RDIAL until FM [MENU] · RDIAL until GROUP [MENU] RDIAL until A [MENU] · [BACK] · [PWR] until LOW"
    )
    for slot, typed in zip(range(101, 106), ("", "436435", "436430", "436425", "436420"), strict=True):
        if typed:
            radio.press(typed)
        store(slot)
    radio.press(
        "145920 · [MENU] RDIAL until SHIFT [MENU] RDIAL until OFF [MENU] · RDIAL until CTCSS USE [MENU] RDIAL until TX [MENU]"
    )
    radio.press("RDIAL until CTCSS HZ [MENU] RDIAL until 82.5 [MENU] · RDIAL until MODE [MENU] RDIAL until FM [MENU]")
    radio.press("RDIAL until GROUP [MENU] RDIAL until B [MENU] · [BACK] · [PWR] until LOW")
    store(106)
    radio.press("[MENU] RDIAL until CTCSS HZ [MENU] RDIAL until 156.7 [MENU] [BACK]")
    store(107)
    assert radio.press("[RMODE]").seen.slot == "107" and radio.main == "145.920"
    assert [radio.slot(n).rx_hz for n in range(101, 108)] == [
        436_440_000,
        436_435_000,
        436_430_000,
        436_425_000,
        436_420_000,
        145_920_000,
        145_920_000,
    ]
    assert [radio.slot(n).tone.tone_tx for n in (105, 106, 107)] == [None, "82.5", "156.7"]
    assert [radio.state.slots[n - 1].group for n in (101, 105, 106, 107)] == [1, 1, 2, 2]
    assert radio.slot(103).tone.mode is ToneMode.NONE and radio.slot(103).power == "LOW" and radio.slot(103).label is None
