"""What the Finch's page says of slots, labels, groups, reverse and the tone search, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "ardvane-finch"
TWO = {"3": channel(146_550_000), "9": channel(146_580_000, label="BEACH")}


def finch(**start):
    return Hands(PAGE, **start)


@sentence(
    PAGE,
    "In VFO mode hold FN 1 s: a slot number blinks (the lowest free slot) beside that slot's frequency, or dashes when it is free.",
)
def test_the_store_dialogue_opens_at_the_lowest_free_slot():
    radio = finch(memory={"1": channel(146_550_000), "2": channel(146_580_000)}).press("[FN 1s]")
    assert radio.screen == "picker" and radio.seen.slot == "003" and radio.main == "---.---"
    assert radio.press("DIAL -1").seen.slot == "002" and radio.main == "146.580"


@sentence(PAGE, "DIAL picks another slot. Tap FN: written, SAVED, back in VFO mode.")
def test_a_tap_writes_and_returns_to_vfo_mode():
    radio = finch().press("146550 [FN 1s] DIAL +4 [FN]")
    assert radio.main == "SAVED" and radio.screen == "vfo" and radio.slot(5).rx_hz == 146_550_000
    assert radio.press("wait 1s").main == "146.550"


@sentence(PAGE, "The window is 6 s from the last key or click; then it closes without writing.")
def test_the_store_window_is_six_seconds_from_the_last_key():
    assert finch().press("[FN 1s] wait 5.9s").screen == "picker"
    assert finch().press("[FN 1s] wait 5s DIAL +1 wait 5s").screen == "picker"
    radio = finch().press("146550 [FN 1s] wait 6s")
    assert radio.screen == "vfo" and radio.slot(1) is None
    refused_key = finch().press("[FN 1s] wait 5s [MODE] wait 1s")
    assert refused_key.screen == "vfo"


@sentence(PAGE, "Holding FN in place of the tap writes too, but drops you into the label editor of that slot.")
@sentence(PAGE, "PTT gets out of it to VFO mode and leaves the slot written, unnamed if no label was finished.")
def test_holding_fn_writes_and_opens_the_label_editor():
    radio = finch().press("146550 [FN 1s] DIAL until 007 [FN 1s]")
    assert radio.screen == "label" and radio.slot(7).rx_hz == 146_550_000
    assert radio.press("[FN] DIAL +1 [PTT]").screen == "vfo"
    assert radio.slot(7).label is None and radio.sent is None
    named = finch().press("146550 [FN 1s] DIAL until 007 [FN 1s] [FN] DIAL until A [FN] [FN 1s] [PTT]")
    assert named.slot(7).label == "A" and named.screen == "vfo"


@sentence(PAGE, "An occupied slot is overwritten without a question.")
def test_an_occupied_slot_is_overwritten():
    radio = finch(memory=TWO).press("146490 [FN 1s] DIAL until 009 [FN]")
    assert radio.slot(9).rx_hz == 146_490_000 and radio.slot(9).label is None


@sentence(
    PAGE,
    "Odd split: store the receive frequency; enter the transmit frequency, hold FN 1 s, pick the same slot, [PTT]+[FN] (it does not transmit there).",
)
@sentence(PAGE, "A slot so stored shows − + together; its shift is ignored. The two may lie on different bands.")
def test_an_odd_split_is_stored_by_a_second_save_with_ptt_down():
    radio = finch().press("147330 [FN 1s] DIAL until 007 [FN] 435100 [FN 1s] DIAL until 007 [PTT]+[FN]")
    assert radio.sent is None and radio.main == "SAVED"
    assert (radio.slot(7).rx_hz, radio.slot(7).tx_hz) == (147_330_000, 435_100_000)
    radio.press("[MODE]")
    assert {"−", "+"} <= set(radio.seen.icons)
    assert radio.press("[PTT]").sent == 435_100_000


@sentence(
    PAGE, "Names: in memory mode, set list, LABEL, FN: six dots, whatever label the slot has. FN starts the first dot blinking."
)
@sentence(PAGE, "DIAL chooses among space, A–Z, 0–9, -, /, + (in that order, it wraps, each dot starts at space).")
def test_the_label_editor_starts_with_six_dots_and_the_characters_in_order():
    radio = finch(memory=TWO, mode="memory", slot="9").press("[FN] 0 DIAL until LABEL [FN]")
    assert radio.main == "······"
    assert radio.press("DIAL +1").beeps == ("low",)
    radio.press("[FN]")
    letters = [radio.press("DIAL +1").state.letters[0] for _ in range(40)]
    assert "".join(letters) == "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789-/+ "
    assert radio.press("[FN]").state.letters[1] == " "


@sentence(PAGE, "FN goes to the next, DOWN back to the one before.")
def test_fn_goes_on_and_down_goes_back():
    radio = finch(memory=TWO, mode="memory").press(
        "[FN] 0 DIAL until LABEL [FN] [FN] DIAL until A [FN] DIAL until B [DOWN] DIAL until C"
    )
    assert radio.state.letters[:2] == "CB"


@sentence(PAGE, "After the sixth nothing blinks: PTT saves and leaves.")
@sentence(PAGE, "A tap of FN at that point wipes all six.")
def test_after_the_sixth_ptt_saves_and_fn_wipes():
    keys = "[FN] 0 DIAL until LABEL [FN] [FN] " + "DIAL until A [FN] " * 6
    radio = finch(memory=TWO, mode="memory").press(keys)
    assert radio.main == "AAAAAA" and radio.press("DIAL +1").beeps == ("low",)
    assert radio.press("[PTT]").slot(3).label == "AAAAAA" and radio.at_rest and radio.sent is None
    wiped = finch(memory=TWO, mode="memory").press(keys, "[FN]")
    assert wiped.main == "······" and wiped.press("[PTT]").slot(3).label is None


@sentence(PAGE, "PTT while a dot blinks drops everything: the old label stays.")
def test_ptt_while_a_dot_blinks_keeps_the_old_label():
    radio = finch(memory=TWO, mode="memory", slot="9").press("[FN] 0 DIAL until LABEL [FN] [FN] DIAL until X [FN] [PTT]")
    assert radio.slot(9).label == "BEACH" and radio.sent is None


@sentence(
    PAGE,
    "A shorter label: after its last character FN once more, then hold FN 1 s (the blinking dot and those after it vanish), then PTT.",
)
@sentence(PAGE, "Hold it one character too early and the label loses that character.")
def test_a_shorter_label_ends_with_a_hold():
    keys = "[FN] 0 DIAL until LABEL [FN] [FN] DIAL until A [FN] DIAL until B"
    assert finch(memory=TWO, mode="memory").press(keys, "[FN] [FN 1s] [PTT]").slot(3).label == "AB"
    assert finch(memory=TWO, mode="memory").press(keys, "[FN 1s] [PTT]").slot(3).label == "A"


@sentence(PAGE, "Erase: memory mode, hold MON and tap BAND: DEL ?. FN erases, PTT leaves.")
def test_erase_asks_first():
    radio = finch(memory=TWO, mode="memory", slot="3").press("[MON]+[BAND]")
    assert radio.main == "DEL ?" and radio.screen == "question"
    assert radio.press("[PTT]").slot(3) is not None and radio.sent is None
    radio.press("[MON]+[BAND] [FN]")
    assert radio.slot(3) is None and radio.seen.slot == "009" and radio.screen == "memory"
    assert finch(memory=TWO).press("[MON]+[BAND]").beeps == ("low",)


@sentence(PAGE, "[FN] 5 in memory mode steps ALL → group 1 … 8 → ALL; DIAL then stays in the group.")
@sentence(PAGE, "A slot outside it stays shown until DIAL moves.")
def test_a_locked_group_holds_the_dial():
    group = "[FN] 0 DIAL until GROUP [FN] DIAL until {} [FN] [PTT]"
    memory = {"3": channel(146_550_000), "9": channel(146_580_000), "20": channel(146_490_000)}
    radio = finch(memory=memory, mode="memory", slot="9").press(
        group.format("1"), "DIAL until 020", group.format("1"), "DIAL until 003"
    )
    radio.press("[FN] 5")
    assert radio.seen.slot == "003"
    assert [radio.press("DIAL +1").seen.slot for _ in range(3)] == ["009", "020", "009"]
    radio.press("[FN] 5 [FN] 5 [FN] 5 [FN] 5 [FN] 5 [FN] 5 [FN] 5 [FN] 5")
    assert [radio.press("DIAL +1").seen.slot for _ in range(3)] == ["020", "003", "009"]
    assert finch(memory=memory).press("[FN] 5").beeps == ("low",)


@sentence(PAGE, "Reverse: [FN] 6 swaps receive and transmit until tapped again.")
def test_reverse_swaps_until_tapped_again():
    radio = finch().press("147330 [FN] 6")
    assert radio.main == "147.930" and radio.press("[PTT]").sent == 147_330_000
    assert radio.press("[FN] 6").main == "147.330" and radio.press("[PTT]").sent == 147_930_000


@sentence(PAGE, "Tone search: CT.USE must be TX.RX.")
@sentence(
    PAGE,
    "[FN] 9 steps through the tones while a signal is there and stops on the tone heard; it blinks. FN keeps it as CT.HZ, PTT leaves.",
)
def test_the_tone_search_stops_on_the_tone_heard():
    assert finch().press("147330 [FN] 9").beeps == ("low",)
    ready = {"settings": {"CT.USE": "TX.RX"}}
    radio = finch(**ready).press("147330 hear 147.330 141.3 [FN] 9")
    assert radio.screen == "search"
    radio.press("wait 20s")
    assert radio.main == "141.3" and radio.setting("CT.HZ") == "100.0"
    assert radio.press("[FN]").setting("CT.HZ") == "141.3" and radio.screen == "vfo"
    left = finch(**ready).press("147330 hear 147.330 141.3 [FN] 9 wait 20s [PTT]")
    assert left.setting("CT.HZ") == "100.0" and left.sent is None and left.at_rest
    silent = finch(**ready).press("147330 [FN] 9 wait 5s")
    assert silent.main == "100.0"


@sentence(PAGE, "The Example.")
@pytest.mark.parametrize("auto", ["ON", "OFF"])
@pytest.mark.parametrize("mode", ["vfo", "memory"])
def test_the_example_of_the_page(auto, mode):
    radio = finch(
        memory=TWO, mode=mode, settings={"A.RPT": auto, "CT.USE": "CODE", "WIDTH": "NARR", "OFFSET": "7.60", "POWER": "LOW"}
    )
    if radio.seen.slot is not None:
        radio.press("[MODE]")
    radio.press(
        "147330 · [FN] 0 · DIAL until SHIFT [FN] DIAL until + [FN] · DIAL until OFFSET [FN] DIAL- until 0.60 [FN]",
        "DIAL until CT.HZ [FN] DIAL until 103.5 [FN] · DIAL until CT.USE [FN] DIAL until TX [FN] · DIAL until WIDTH [FN] DIAL until WIDE [FN] · [PTT]",
        "[FN] 2 until H · [FN 1s] DIAL until 007 [FN]",
    )
    assert radio.main == "SAVED"
    assert radio.press("[MODE]").seen.slot == "007"
    radio.press("[FN] 0 DIAL until LABEL [FN] [FN] " + " ".join(f"DIAL until {c} [FN]" for c in "RIDGE") + " [FN 1s] [PTT]")
    assert radio.main == "RIDGE"
    stored = radio.slot(7)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.mode, stored.tone.tone_tx) == (
        147_330_000,
        147_930_000,
        ToneMode.SEND,
        "103.5",
    )
    assert (stored.width, stored.power, stored.label) == ("wide", "HIGH", "RIDGE")
