"""What the Hiker's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "pelorn-hiker"
TWO = {"3": channel(146_550_000), "9": channel(146_580_000, label="BEACH")}


def hiker(**start):
    return Hands(PAGE, **start)


@sentence(PAGE, "Receives 136–174, 400–480. Transmits 144–148, 430–450. 200 slots. Labels of 8 characters.")
def test_ranges_and_slots():
    assert hiker().press("480000").main == "480.000" and hiker().press("480005").main == "Err"
    assert hiker().press("450000 [PTT]").sent == 450_000_000
    assert hiker().press("450005 [PTT]").beeps == ("low",)
    assert hiker().press("[CH/F 1s] DIAL -1 [CH/F 1s]").slot(200) is not None


@sentence(PAGE, "One line: six digits or label; 001 at the left in memory mode; icons − +, T T-SQ T-REV DCS, F, HI MD LO.")
@pytest.mark.parametrize(
    ("settings", "icon"),
    [
        ({"SHIFT": "−"}, "−"),
        ({"SHIFT": "+"}, "+"),
        ({"TONE USE": "TONE"}, "T"),
        ({"TONE USE": "T-SQ"}, "T-SQ"),
        ({"TONE USE": "T-REV"}, "T-REV"),
        ({"TONE USE": "DCS"}, "DCS"),
        ({}, "HI"),
        ({"POWER": "MD"}, "MD"),
        ({"POWER": "LO"}, "LO"),
    ],
)
def test_icons(settings, icon):
    assert icon in hiker(settings=settings).seen.icons
    assert "F" in hiker().press("[FN]").seen.icons


@sentence(PAGE, "CH/F taps VFO ↔ memory.")
@sentence(PAGE, "VFO, six digits, the band follows.")
def test_modes_and_frequency():
    radio = hiker(memory=TWO)
    assert radio.press("[CH/F]").seen.slot == "003" and radio.press("[CH/F]").seen.slot is None
    assert radio.press("448775").main == "448.775" and radio.setting("OFFSET") == "5.00"
    assert hiker().press("146012").vfo.rx_hz == 146_012_500


@sentence(PAGE, "Automatic shift: on as delivered (menu AUTO). The sign shows at once.")
def test_automatic_shift():
    assert "−" in hiker().press("146805").seen.icons
    assert "−" not in hiker(settings={"AUTO": "OFF"}).press("146805").seen.icons


@sentence(
    PAGE,
    "Hold MENU 1 s: list in alphabetical order, remembers, wraps; UP/DOWN or DIAL. Tap MENU opens an entry, tap MENU keeps it and stays on the entry.",
)
@sentence(
    PAGE,
    "Hold MENU 1 s goes up one level (from an open value: dropped; from the list, or from a value opened by a free key: home). Quiet time 15 s.",
)
def test_the_menu():
    radio = hiker().press("[MENU 1s]")
    assert radio.main == "AUTO" and radio.press("DIAL -1").main == "WIDTH" and radio.press("[UP]").main == "AUTO"
    names = [radio.press("[UP]").main for _ in range(12)]
    assert names == sorted(names) and names[0] == "BEEP" and names[-1] == "WIDTH"
    radio.press("DIAL until SHIFT [MENU] DIAL +1 [MENU]")
    assert radio.main == "SHIFT" and radio.setting("SHIFT") == "−"
    radio.press("[MENU] DIAL +1 [MENU 1s]")
    assert radio.main == "SHIFT" and radio.setting("SHIFT") == "−"
    assert radio.press("[MENU 1s]").at_rest and radio.press("[MENU 1s]").main == "SHIFT"
    assert radio.press("wait 14.9s").screen == "menu" and radio.press("wait 0.1s").at_rest
    assert hiker().press("[MENU]").beeps == ("low",)


@sentence(
    PAGE,
    "CTCSS holds a receive tone RX and a transmit tone TX: tap MENU on CTCSS shows TX, UP/DOWN chooses, tap MENU goes to RX, which also offers OFF (new: OFF), tap MENU keeps both.",
)
def test_a_value_with_two_parts():
    radio = hiker().press("[MENU 1s] DIAL until CTCSS [MENU]")
    assert radio.main == "TX 100.0"
    radio.press("DIAL until TX 141.3 [MENU]")
    assert radio.main == "RX OFF" and radio.setting("CTCSS") == "TX 100.0"
    radio.press("[UP] [MENU]")
    assert (radio.setting("CTCSS"), radio.setting("CTCSS RX"), radio.main) == ("TX 141.3", "RX 67.0", "CTCSS")
    dropped = hiker().press("[MENU 1s] DIAL until CTCSS [MENU] DIAL until TX 141.3 [MENU] [MENU 1s]")
    assert dropped.setting("CTCSS") == "TX 100.0" and dropped.main == "CTCSS"


@sentence(
    PAGE,
    "A tone is sent only with TONE USE at TONE, T-SQ or DCS. TONE takes no notice of RX. T-SQ opens for RX, with RX OFF for the tone sent.",
)
@sentence(PAGE, "T-REV sends nothing and closes the loudspeaker for that tone.")
@pytest.mark.parametrize(
    ("use", "rx", "sides"),
    [
        ("OFF", "RX 67.0", (None, None)),
        ("TONE", "RX 67.0", ("100.0", None)),
        ("T-SQ", "RX OFF", ("100.0", "100.0")),
        ("T-SQ", "RX 67.0", ("100.0", "67.0")),
        ("T-REV", "RX OFF", (None, "100.0")),
    ],
)
def test_tone_use(use, rx, sides):
    tone = hiker(settings={"TONE USE": use, "CTCSS RX": rx}).vfo.tone
    assert (tone.tone_tx, tone.tone_rx) == sides


@sentence(
    PAGE,
    "With an entry's value open, hold P1–P4 for 1 s: SET; from then on that key, tapped at rest, opens this value at once; change it, tap MENU, and it is home.",
)
@sentence(
    PAGE,
    "[FN] P3 always opens TONE USE and cannot be changed. A free key leaves the remembered entry as it was; in memory mode a channel setting on it gives a low beep.",
)
def test_free_keys():
    radio = hiker(memory=TWO)
    assert radio.press("[P2]").beeps == ("low",)
    radio.press("[MENU 1s] DIAL until SHIFT [MENU] [P2 1s]")
    assert radio.main == "SET"
    radio.press("wait 1s [MENU 1s] DIAL until AUTO [MENU] [MENU] [MENU 1s] [P2]")
    assert radio.screen == "value" and radio.main == "SIMP"
    radio.press("DIAL +2 [MENU]")
    assert radio.at_rest and radio.setting("SHIFT") == "+"
    assert radio.press("[P2] DIAL +1 [MENU 1s]").at_rest and radio.setting("SHIFT") == "+"
    assert radio.press("[MENU 1s]").main == "AUTO"
    radio.press("[MENU 1s] [FN] [P3]")
    assert radio.main == "OFF" and radio.press("DIAL until TONE [MENU]").at_rest and radio.setting("TONE USE") == "TONE"
    assert radio.press("[CH/F] [P2]").beeps == ("low",) and radio.press("[FN] [P3]").beeps == ("low",)


@sentence(PAGE, "[FN] 3 steps HI → MD → LO; stored.")
def test_power():
    radio = hiker()
    assert [radio.press("[FN] 3").vfo.power for _ in range(3)] == ["MD", "LO", "HI"]


@sentence(
    PAGE,
    "VFO: hold CH/F 1 s: the lowest free slot blinks; DIAL picks; occupied ones show their frequency. Hold CH/F 1 s: written, one beep, memory mode.",
)
@sentence(PAGE, "A tap of CH/F leaves. Quiet time 10 s. DIAL picks at any time.")
def test_the_store():
    radio = hiker(memory={"1": channel(146_490_000), **TWO}).press("446000 [CH/F 1s]")
    assert radio.seen.slot == "002" and radio.press("DIAL +1").main == "146.550"
    assert hiker().press("[CH/F 1s] [CH/F]").at_rest
    assert hiker().press("[CH/F 1s] wait 9.9s").screen == "picker" and hiker().press("[CH/F 1s] wait 10s").at_rest
    radio.press("2 DIAL until 009 [CH/F 1s]")
    assert radio.beeps == ("high",) and radio.screen == "memory" and radio.seen.slot == "009"
    assert radio.slot(9).rx_hz == 446_000_000 and radio.slot(9).label == "A"


@sentence(
    PAGE, "Letters by repeated taps; only a pause of 1 s or FN goes to the next place: another digit key changes the same place."
)
@sentence(PAGE, "Letters: 1 `1 . /`, 2 `A B C 2`, … 7 `P Q R S 7`, … 0 `space - 0`.")
@pytest.mark.parametrize(
    ("keys", "label"),
    [
        ("77", "Q"),
        ("7 wait 1s 7", "PP"),
        ("7 FN 7", "PP"),
        ("72", "A"),
        ("2222", "2"),
        ("22222", "A"),
        ("1 FN 11 FN 111", "1./"),
        ("2 FN 00 FN 000", "A-0"),
        ("2 FN 0 FN 2", "A A"),
        ("7 wait 0.9s 7", "Q"),
    ],
)
def test_letters_by_repeated_taps(keys, label):
    assert hiker().press("[CH/F 1s]", keys, "[CH/F 1s]").slot(1).label == label


def test_a_label_ends_at_eight_characters():
    radio = hiker().press("[CH/F 1s]", " FN ".join("2" * 8))
    assert radio.press("FN 3").beeps == ("low",) and radio.press("[CH/F 1s]").slot(1).label == "AAAAAAAA"


@sentence(
    PAGE,
    "Labels can also be given later: memory mode, hold CH/F 1 s, type, hold CH/F 1 s (same slot; the first letter replaces the old label, with nothing typed it stays).",
)
def test_labels_later():
    radio = hiker(memory=TWO, mode="memory", slot="9")
    assert radio.press("[CH/F 1s] [CH/F 1s]").slot(9).label == "BEACH"
    assert radio.press("[CH/F 1s] 44 FN 444 [CH/F 1s]").slot(9).label == "HI" and radio.main == "HI"
    assert radio.press("[CH/F 1s] 2 [CH/F]").slot(9).label == "HI"


@sentence(PAGE, "Odd split: store; VFO to the transmit frequency; hold CH/F 1 s; same slot; [PTT]+[CH/F 1s].")
def test_odd_split():
    radio = hiker().press("146550 [CH/F 1s] DIAL until 007 [CH/F 1s] [CH/F] 147990 [CH/F 1s] DIAL until 007 [PTT]+[CH/F 1s]")
    assert radio.sent is None and (radio.slot(7).rx_hz, radio.slot(7).tx_hz) == (146_550_000, 147_990_000)


@sentence(PAGE, "Erase: memory mode, [FN] 0, MENU.")
def test_erase():
    radio = hiker(memory=TWO, mode="memory", slot="3").press("[FN] 0")
    assert radio.slot(3) is not None
    assert radio.press("[MENU]").slot(3) is None and radio.seen.slot == "009"
    assert hiker(memory=TWO).press("[FN] 0").beeps == ("low",)


@sentence(
    PAGE,
    "Tone search: TONE USE at T-SQ, [FN] 8; stops on the tone; MENU keeps it as TX; without a hit it leaves and keeps nothing.",
)
def test_tone_search():
    assert hiker().press("[FN] 8").beeps == ("low",)
    ready = {"settings": {"TONE USE": "T-SQ"}}
    radio = hiker(**ready).press("146550 hear 146.550 141.3 [FN] 8 wait 20s [MENU]")
    assert radio.setting("CTCSS") == "TX 141.3" and radio.at_rest
    missed = hiker(**ready).press("146550 hear 146.550 [FN] 8 wait 5s [MENU]")
    assert missed.setting("CTCSS") == "TX 100.0" and missed.at_rest


@sentence(PAGE, "The Example.")
@pytest.mark.parametrize("mode", ["vfo", "memory"])
def test_the_example_of_the_page(mode):
    radio = hiker(memory=TWO, mode=mode, settings={"TONE USE": "DCS", "WIDTH": "NARROW", "CTCSS RX": "RX 67.0", "POWER": "LO"})
    if radio.seen.slot is not None:
        radio.press("[CH/F]")
    radio.press("146805")
    assert "−" in radio.seen.icons
    radio.press("[MENU 1s] DIAL until TONE USE [MENU] DIAL until TONE [MENU]")
    radio.press(
        "DIAL until CTCSS [MENU] DIAL until TX 141.3 [MENU] DIAL until RX OFF [MENU] · DIAL until WIDTH [MENU] DIAL until WIDE [MENU]"
    )
    radio.press("[MENU 1s] · [FN] 3 until HI · [CH/F 1s] DIAL until 058 · 8 FN 666 FN 9 FN 33 FN 777")
    assert radio.main == "TOWER"
    assert radio.press("[CH/F 1s]").seen.slot == "058" and radio.main == "TOWER"
    stored = radio.slot(58)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.mode, stored.tone.tone_tx) == (
        146_805_000,
        146_205_000,
        ToneMode.SEND,
        "141.3",
    )
    assert (stored.width, stored.power) == ("wide", "HI")


@sentence(PAGE, "With P3 = CTCSS, and P2 = SHIFT if AUTO is OFF: the short way of the Example.")
def test_the_short_way_of_the_example():
    radio = hiker().press("[MENU 1s] DIAL until CTCSS [MENU] [P3 1s] [MENU 1s] [MENU 1s]")
    radio.press("146805 · [FN] [P3] DIAL until TONE [MENU] · [P3] DIAL until TX 141.3 [MENU] DIAL until RX OFF [MENU]")
    assert radio.at_rest and radio.vfo.tone.mode is ToneMode.SEND and radio.vfo.tone.tone_tx == "141.3"
