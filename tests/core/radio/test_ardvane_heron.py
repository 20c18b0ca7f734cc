"""What the Heron's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "ardvane-heron"
TWO = {"3": channel(146_550_000), "9": channel(146_580_000, label="BEACH")}


def heron(**start):
    return Hands(PAGE, **start)


@sentence(PAGE, "Receives 118–174 and 300–512 MHz. Transmits 144–148 and 430–450. 400 slots.")
def test_ranges_and_slots():
    assert heron().press("118000").main == "118.000" and heron().press("512000").main == "512.000"
    assert heron().press("117995").main == "Err" and heron().press("512005").main == "Err"
    assert heron().press("148000 [PTT]").sent == 148_000_000 and heron().press("148005 [PTT]").beeps == ("low",)
    assert heron().press("[SET 1s] LDIAL -1 [SET 1s]").slot(400) is not None


@sentence(
    PAGE, "Two sides, LEFT and RIGHT, each with its own VFO and its own memory position; one of them is MAIN and takes the keys."
)
@sentence(PAGE, "Push a side's dial to make it MAIN. With SET open the MAIN side's dial works the list.")
def test_sides():
    radio = heron().press("146550 [RDIAL]")
    assert radio.seen.row == "RIGHT" and radio.main == "144.000"
    assert radio.press("446000").main == "446.000" and radio.press("[LDIAL]").main == "146.550"
    radio.press("RDIAL +1")
    assert radio.main == "146.550" and radio.press("[RDIAL]").main == "446.012"
    radio.press("[SET] RDIAL +3")
    assert radio.main == "AUTO RPT"
    assert radio.press("LDIAL +1").beeps == ("low",) and radio.press("[LDIAL]").beeps == ("low",) and radio.main == "AUTO RPT"


@sentence(PAGE, "Icons − + TX TX·RX CODE, power H M L.")
@pytest.mark.parametrize(
    ("settings", "icon"),
    [
        ({"SHIFT": "−"}, "−"),
        ({"SHIFT": "+"}, "+"),
        ({"CTCSS USE": "TX"}, "TX"),
        ({"CTCSS USE": "TX·RX"}, "TX·RX"),
        ({"CTCSS USE": "CODE"}, "CODE"),
        ({}, "H"),
        ({"POWER": "MID"}, "M"),
        ({"POWER": "LOW"}, "L"),
    ],
)
def test_icons(settings, icon):
    assert icon in heron(settings=settings).seen.icons


@sentence(PAGE, "LMODE or RMODE taps that side between VFO and memory mode.")
def test_modes_of_each_side():
    radio = heron(memory=TWO).press("[RMODE]")
    assert radio.screen == "vfo" and radio.press("[RDIAL]").seen.slot == "003"
    assert radio.press("[LMODE] [RMODE]").screen == "vfo" and radio.press("[LDIAL]").screen == "memory"


@sentence(
    PAGE,
    "All six digits, zeros too. The quiet time in entry is 6 s: fewer than six are dropped then. It goes to the MAIN side, in VFO mode only.",
)
@sentence(
    PAGE,
    "In memory mode three digits call a slot (so six digits there call two slots, one after the other, and change nothing else).",
)
def test_frequency_and_slot_calls():
    radio = heron().press("1466 wait 5.9s")
    assert radio.screen == "entry" and radio.press("wait 0.1s").at_rest and radio.main == "144.000"
    assert heron().press("146610").main == "146.610"
    called = heron(memory=TWO, mode="memory").press("009003")
    assert called.seen.slot == "003" and called.press("[LMODE]").main == "144.000"


@sentence(
    PAGE,
    "Automatic shift: on as delivered (entry 4). Ranges and values as on the Finch's page. It acts when the sixth digit lands. It is one switch for the whole set.",
)
@sentence(PAGE, "The shift and offset can be changed afterwards.")
def test_automatic_shift():
    radio = heron().press("448775")
    assert (radio.setting("SHIFT"), radio.setting("OFFSET")) == ("−", "5.00")
    assert radio.press("[SET] LDIAL until SHIFT [LDIAL] LDIAL until + [LDIAL]").setting("SHIFT") == "+"
    assert heron(settings={"AUTO RPT": "OFF"}).press("[RDIAL] 448775").setting("SHIFT") == "OFF"


@sentence(
    PAGE,
    "Tap SET. It remembers and wraps. The dial scrolls; push the dial to open, turn to change, push to keep and return to the list; tap SET to leave from wherever you are (a value not pushed is dropped). Quiet time 10 s.",
)
@sentence(PAGE, "The list has 40 entries; those not named are of no use for a channel and are scrolled past.")
def test_the_set_list():
    radio = heron().press("[SET]")
    assert radio.main == "1" and radio.press("LDIAL -1").main == "40" and radio.press("LDIAL +1").main == "1"
    assert radio.press("[LDIAL]").beeps == ("low",)
    radio.press("LDIAL until SHIFT [LDIAL] LDIAL +1 [LDIAL]")
    assert radio.main == "SHIFT" and radio.setting("SHIFT") == "−"
    assert radio.press("[LDIAL] LDIAL +1 [SET]").at_rest and radio.setting("SHIFT") == "−"
    assert radio.press("[SET]").main == "SHIFT"
    assert radio.press("wait 9.9s").screen == "menu" and radio.press("wait 0.1s").at_rest


@sentence(PAGE, "The table of entries with their numbers, values and new values.")
@pytest.mark.parametrize(
    ("number", "name", "new", "after"),
    [
        ("4", "AUTO RPT", "ON", "OFF"), ("9", "CODE NO", "023", "025"), ("12", "MUTE", "OFF", "ON"), ("22", "OFFSET", "0.60", "0.65"), ("27", "SHIFT", "OFF", "−"),
        ("30", "STEP", "AUTO", "5"), ("33", "CTCSS HZ", "88.5", "91.5"), ("34", "CTCSS USE", "OFF", "TX"), ("37", "WIDTH", "WIDE", "NARROW"),
    ],
)  # fmt: skip
def test_the_table(number, name, new, after):
    radio = heron().press(f"[SET] LDIAL until {number}")
    assert radio.main == name and radio.press("[LDIAL]").main == new and radio.press("LDIAL +1").main == after
    assert heron(memory=TWO).press("[SET] LDIAL until LABEL [LDIAL]").beeps == ("low",)


@sentence(PAGE, "STEP AUTO: 5 below 300 MHz, 12.5 above.")
def test_the_automatic_step():
    assert heron().press("146550 LDIAL +1").vfo.rx_hz == 146_555_000
    assert heron().press("446000 LDIAL +1").vfo.rx_hz == 446_012_500


@sentence(PAGE, "Setting CTCSS HZ does not send a tone: CTCSS USE decides.")
def test_the_use_decides():
    assert heron(settings={"CTCSS HZ": "103.5"}).vfo.tone.mode is ToneMode.NONE
    assert heron(settings={"CTCSS HZ": "103.5", "CTCSS USE": "TX"}).vfo.tone.tone_tx == "103.5"


@sentence(PAGE, "LOW steps HIGH → MID → LOW → HIGH for MAIN. Stored with a channel.")
def test_power():
    radio = heron()
    assert [radio.press("[LOW]").vfo.power for _ in range(3)] == ["MID", "LOW", "HIGH"]
    assert radio.press("[LOW] [RDIAL]").vfo.power == "HIGH"


@sentence(
    PAGE,
    "MAIN in VFO mode, hold SET 1 s: slot number blinks, lowest free slot first; the MAIN dial picks; hold SET 1 s again writes (two beeps). A tap of SET leaves without writing.",
)
@sentence(PAGE, "An occupied slot shows ● and is overwritten. Quiet time 10 s.")
def test_the_store():
    radio = heron(memory={"1": channel(146_490_000), **TWO}).press("146550 [SET 1s]")
    assert radio.main == "002" and radio.press("LDIAL +1").main == "●003"
    assert heron().press("[SET 1s] [SET]").at_rest
    radio.press("LDIAL until 009 [SET 1s]")
    assert radio.beeps == ("double",) and radio.screen == "vfo" and radio.slot(9).rx_hz == 146_550_000
    assert heron().press("[SET 1s] wait 9.9s").screen == "picker" and heron().press("[SET 1s] wait 10s").slot(1) is None


@sentence(
    PAGE,
    "LABEL: six places, blank at first; dial chooses (space, A–Z, 0–9, - / +), push goes on; after the sixth it is kept; SET keeps a shorter one, as far as it was pushed, and leaves.",
)
def test_labels():
    opening = "[SET] LDIAL until LABEL [LDIAL]"
    radio = heron(memory=TWO, mode="memory", slot="9").press(opening)
    assert "".join(radio.press("LDIAL +1").state.letters[0] for _ in range(40)) == "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-/+ "
    radio.press("LDIAL until H [LDIAL] LDIAL until I [LDIAL] LDIAL until X [SET]")
    assert radio.slot(9).label == "HI" and radio.at_rest
    full = heron(memory=TWO, mode="memory", slot="9").press(opening, " ".join(f"LDIAL until {c} [LDIAL]" for c in "ABCDEF"))
    assert full.slot(9).label == "ABCDEF" and full.main == "LABEL"


@sentence(
    PAGE,
    "Odd split: after storing, enter the transmit frequency, hold SET 1 s, pick the same slot, hold SET 1 s while PTT is down, [PTT]+[SET 1s].",
)
def test_odd_split():
    radio = heron().press("146550 [SET 1s] LDIAL until 007 [SET 1s] 147990 [SET 1s] LDIAL until 007 [PTT]+[SET 1s]")
    assert radio.sent is None and (radio.slot(7).rx_hz, radio.slot(7).tx_hz) == (146_550_000, 147_990_000)


@sentence(
    PAGE,
    "Erase: MAIN in VFO mode, hold SET 1 s, pick the slot, push the dial for 1 s: gone, the dialogue closes. A free slot is refused.",
)
def test_erase():
    radio = heron(memory=TWO).press("[SET 1s] LDIAL until 003 [LDIAL 1s]")
    assert radio.slot(3) is None and radio.at_rest
    assert radio.press("[SET 1s] LDIAL until 003 [LDIAL 1s]").main == "Err"
    assert heron(memory=TWO).press("[SET 1s] LDIAL until 003 [RDIAL 1s]").slot(3) is not None


@sentence(PAGE, "Reverse: * on the microphone.")
def test_reverse():
    assert heron().press("448775 [*]").main == "443.775" and heron().press("448775 [*] [PTT]").sent == 448_775_000


@sentence(PAGE, "The Example.")
@pytest.mark.parametrize("mode", ["vfo", "memory"])
@pytest.mark.parametrize("side", ["LEFT", "RIGHT"])
def test_the_example_of_the_page(mode, side):
    radio = heron(memory=TWO, mode=mode, row=side, settings={"CTCSS USE": "CODE", "WIDTH": "NARROW", "POWER": "LOW"})
    radio.press("push [RDIAL]")
    if radio.seen.slot is not None:
        radio.press("[RMODE]")
    radio.press("448775")
    assert "−" in radio.seen.icons
    radio.press(
        "[SET] RDIAL until CTCSS HZ [RDIAL] RDIAL until 118.8 [RDIAL] · RDIAL until CTCSS USE [RDIAL] RDIAL until TX [RDIAL]"
    )
    radio.press(
        "RDIAL until WIDTH [RDIAL] RDIAL until WIDE [RDIAL] · [SET] · [LOW] until H · [SET 1s] RDIAL until 031 [SET 1s] · [RMODE]"
    )
    assert radio.seen.slot == "031"
    radio.press("[SET] RDIAL until LABEL [RDIAL]", " ".join(f"RDIAL until {c} [RDIAL]" for c in "DEPOT"), "[SET]")
    assert radio.main == "DEPOT"
    stored = radio.slot(31)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.mode, stored.tone.tone_tx) == (
        448_775_000,
        443_775_000,
        ToneMode.SEND,
        "118.8",
    )
    assert (stored.width, stored.power) == ("wide", "HIGH")
