"""What the Wagon's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "pelorn-wagon"
TWO = {"3": channel(146_550_000), "9": channel(146_580_000, label="BEACH")}


def wagon(**start):
    return Hands(PAGE, **start)


@sentence(PAGE, "Receives 136–174, transmits 144–148; 5, 15, 30, 80 W. 200 slots.")
def test_ranges_powers_and_slots():
    assert wagon().press("136000").main == "136.000" and wagon().press("174005").main == "Err"
    assert wagon().press("148000 [PTT]").sent == 148_000_000 and wagon().press("148005 [PTT]").beeps == ("low",)
    assert wagon().press("[REV 1s] DIAL -1 [SET]").slot(200) is not None


@sentence(PAGE, "Six digits or label; slot number in memory mode; icons − + TONE T-SQ DCS, power 80W 30W 15W 5W.")
@pytest.mark.parametrize(
    ("settings", "icon"),
    [
        ({"SHIFT": "−"}, "−"),
        ({"SHIFT": "+"}, "+"),
        ({"TN.USE": "TONE"}, "TONE"),
        ({"TN.USE": "T-SQ"}, "T-SQ"),
        ({"TN.USE": "DCS"}, "DCS"),
        ({}, "80W"),
        ({"POWER": "5W"}, "5W"),
    ],
)
def test_icons(settings, icon):
    assert icon in wagon(settings=settings).seen.icons


@sentence(PAGE, "Hold CH/F 1 s: VFO ↔ memory. A tap only shows the frequency in place of the label for 3 s.")
def test_a_hold_changes_the_mode_and_a_tap_peeks():
    radio = wagon(memory=TWO)
    assert radio.press("[CH/F 1s]").screen == "memory" and radio.press("DIAL until 009").main == "BEACH"
    assert radio.press("[CH/F]").main == "146.580" and radio.screen == "memory"
    assert radio.press("wait 2.9s").main == "146.580" and radio.press("wait 0.1s").main == "BEACH"
    assert radio.press("[CH/F 1s]").screen == "vfo"


@sentence(PAGE, "Microphone, six digits; or DIAL by the step, [MHz] then DIAL by MHz, until [MHz] again.")
def test_the_dial_goes_by_the_step_or_by_megahertz():
    radio = wagon().press("146550 DIAL +1")
    assert radio.main == "146.555" and radio.press("[MHz] DIAL -2").main == "144.555"
    assert radio.press("[MHz] DIAL -1").main == "144.550"


@sentence(PAGE, "Automatic shift: on as delivered (entry 6). Ranges and values as on the Finch's page.")
def test_automatic_shift():
    radio = wagon().press("147060")
    assert (radio.setting("SHIFT"), radio.setting("OFFSET")) == ("+", "0.60")
    assert wagon(settings={"AUTO": "OFF"}).press("147060").setting("SHIFT") == "SIMP"
    assert wagon().press("[SET 1s] DIAL until 6").main == "AUTO"


@sentence(
    PAGE,
    "Hold SET 1 s. 48 entries, DIAL scrolls (wraps, remembers). Tap SET opens, DIAL changes, tap SET keeps and returns to the list.",
)
def test_the_set_list():
    radio = wagon().press("[SET 1s]")
    assert radio.main == "1" and radio.press("DIAL -1").main == "48" and radio.press("DIAL +1").main == "1"
    assert radio.press("[SET]").beeps == ("low",)
    radio.press("DIAL until SHIFT [SET] DIAL +1 [SET]")
    assert radio.main == "SHIFT" and radio.setting("SHIFT") == "−"
    assert radio.press("[SET 1s] [SET 1s]").main == "SHIFT"


@sentence(
    PAGE,
    "Hold SET 1 s leaves for home from anywhere (an open value is kept as it stands!). Quiet time 12 s, drops an open value.",
)
def test_leaving_keeps_and_waiting_drops():
    kept = wagon().press("[SET 1s] DIAL until SHIFT [SET] DIAL +1 [SET 1s]")
    assert kept.screen == "vfo" and kept.setting("SHIFT") == "−"
    dropped = wagon().press("[SET 1s] DIAL until SHIFT [SET] DIAL +1 wait 12s")
    assert dropped.screen == "vfo" and dropped.setting("SHIFT") == "SIMP"
    assert wagon().press("[SET 1s] wait 11.9s").screen == "menu"


@sentence(PAGE, "The table of entries with their numbers and new values; LABEL in memory mode only.")
@pytest.mark.parametrize(
    ("number", "name", "new"),
    [
        ("6", "AUTO", "ON"),
        ("14", "DCS", "023"),
        ("27", "OFFSET", "0.60"),
        ("29", "SHIFT", "SIMP"),
        ("33", "TN.USE", "OFF"),
        ("35", "STEP", "5"),
        ("40", "TN.HZ", "100.0"),
        ("45", "WIDTH", "WIDE"),
    ],
)
def test_the_table(number, name, new):
    radio = wagon().press(f"[SET 1s] DIAL until {number}")
    assert radio.main == name and radio.press("[SET]").main == new
    assert wagon(memory=TWO).press("[SET 1s] DIAL until LABEL [SET]").beeps == ("low",)


@sentence(PAGE, "PWR steps 80W → 30W → 15W → 5W. It is stored with the channel.")
@sentence(
    PAGE,
    "In memory mode PWR changes it only until another slot is chosen: to change it for good the channel must be stored again.",
)
def test_power():
    radio = wagon()
    assert [radio.press("[PWR]").vfo.power for _ in range(4)] == ["30W", "15W", "5W", "80W"]
    memory = wagon(memory=TWO, mode="memory").press("[PWR]")
    assert "30W" in memory.seen.icons and memory.slot(3).power == "80W"
    assert "80W" in memory.press("DIAL +1 DIAL -1").seen.icons


@sentence(
    PAGE,
    "VFO mode: hold REV 1 s: a slot number shows, the lowest free one; it blinks when free, stands still when occupied. DIAL picks.",
)
@sentence(PAGE, "Tap SET: written (one long beep), back in VFO mode. An occupied slot is overwritten.")
def test_the_store():
    radio = wagon(memory={"1": channel(146_490_000), **TWO}).press("146550 [REV 1s]")
    assert radio.main == "002" and "blinks" in radio.seen.text
    assert "blinks" not in radio.press("DIAL +1").seen.text and radio.seen.slot == "003"
    assert radio.press("DIAL until 009 [SET]").beeps == ("high",) and radio.screen == "vfo"
    assert radio.slot(9).rx_hz == 146_550_000 and radio.slot(9).label is None


@sentence(PAGE, "The window is 4 s from its opening or the last click; keys do not prolong it.")
def test_the_window_is_prolonged_by_clicks_only():
    assert wagon().press("[REV 1s] wait 3.9s").screen == "picker"
    assert wagon().press("[REV 1s] wait 3s DIAL +1 wait 3s").screen == "picker"
    closed = wagon().press("[REV 1s] wait 3s [UP] wait 1s")
    assert closed.screen == "vfo" and closed.slot(1) is None


LABEL = "[SET 1s] DIAL until LABEL [SET]"


@sentence(
    PAGE,
    "Labels: first place blinks, with the old label or spaces. DIAL chooses (A–Z, 0–9, -, space), PWR goes on, REV goes back; six places, it stops at the ends; spaces at the end are not kept.",
)
@sentence(PAGE, "Tap SET keeps and returns to the list, hold SET 1 s keeps and leaves.")
def test_labels():
    radio = wagon(memory=TWO, mode="memory", slot="9").press(LABEL)
    assert radio.state.letters == "BEACH " and radio.press("[REV]").beeps == ("low",)
    radio.press("DIAL until P [PWR] [PWR] [PWR] [PWR] [PWR]")
    assert radio.press("[PWR]").beeps == ("low",)
    assert radio.press("[REV] DIAL until space [SET]").main == "LABEL" and radio.slot(9).label == "PEAC"
    left = wagon(memory=TWO, mode="memory", slot="3").press(LABEL, "DIAL until X [PWR] DIAL until - [SET 1s]")
    assert left.slot(3).label == "X-" and left.screen == "memory" and left.main == "X-"
    turned = wagon(memory=TWO, mode="memory", slot="3").press(LABEL)
    assert "".join(turned.press("DIAL +1").state.letters[0] for _ in range(38)) == "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789- "


@sentence(PAGE, "Odd split: store; enter the transmit frequency; hold REV 1 s; same slot; tap SET with PTT down, [PTT]+[SET].")
def test_odd_split():
    radio = wagon().press("146550 [REV 1s] DIAL until 007 [SET] 147990 [REV 1s] DIAL until 007 [PTT]+[SET]")
    assert radio.sent is None and (radio.slot(7).rx_hz, radio.slot(7).tx_hz) == (146_550_000, 147_990_000)
    assert wagon().press("[REV 1s] [PTT]+[SET]").main == "Err"


@sentence(PAGE, "Erase: memory mode, hold REV 1 s, [MHz].")
def test_erase():
    radio = wagon(memory=TWO, mode="memory", slot="3").press("[REV 1s] [MHz]")
    assert radio.slot(3) is None and radio.seen.slot == "009"


@sentence(PAGE, "Reverse: tap REV. A typed frequency ends it too.")
def test_reverse():
    radio = wagon().press("147060 [REV]")
    assert radio.main == "147.660" and radio.press("[REV]").main == "147.060"
    assert radio.press("[REV] 147060").main == "147.060"


@sentence(PAGE, "The Example.")
@pytest.mark.parametrize("mode", ["vfo", "memory"])
def test_the_example_of_the_page(mode):
    radio = wagon(memory=TWO, mode=mode, settings={"TN.USE": "DCS", "WIDTH": "NARR", "OFFSET": "5.00", "POWER": "80W"})
    if radio.seen.slot is not None:
        radio.press("[CH/F 1s]")
    radio.press("147060")
    assert "+" in radio.seen.icons
    radio.press("[SET 1s] DIAL until TN.USE [SET] DIAL until TONE [SET] · DIAL until TN.HZ [SET] DIAL until 79.7 [SET]")
    radio.press("DIAL until WIDTH [SET] DIAL until WIDE [SET] · [SET 1s] · [PWR] until 15W · [REV 1s] DIAL until 021 [SET]")
    assert radio.press("[CH/F 1s]").seen.slot == "021"
    radio.press(LABEL, " [PWR] ".join(f"DIAL until {c}" for c in "HARBR1"), "[SET 1s]")
    assert radio.main == "HARBR1"
    stored = radio.slot(21)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.mode, stored.tone.tone_tx) == (
        147_060_000,
        147_660_000,
        ToneMode.SEND,
        "79.7",
    )
    assert (stored.width, stored.power) == ("wide", "15W")
