"""What the manuals' common ground says, tried on both radios."""

import pytest

from support.hands import Hands, channel, sentence

PAGE = "common ground"
BOTH = pytest.mark.parametrize("model", ["ardvane-finch", "brisko-pico"])
SLOTS = {"3": channel(146_550_000), "9": channel(146_580_000)}


@sentence(PAGE, "Tap: press and let go within half a second. Between half a second and one second it is neither.")
@sentence(
    PAGE,
    "Hold: keep pressed for one second or the time given. A hold counts for the longest action it reaches, and for that one only; it is never also a tap.",
)
def test_taps_holds_and_neither():
    assert Hands("ardvane-finch").press("[FN 0.4s]").seen.icons[-1] == "F"
    between = Hands("ardvane-finch").press("[FN 0.7s]")
    assert between.at_rest and "F" not in between.seen.icons and between.beeps == ()
    assert Hands("ardvane-finch").press("[FN 1s]").screen == "picker"
    longer = Hands("ardvane-finch").press("[FN 3s]")
    assert longer.screen == "picker" and longer.slot(1) is None


@sentence(PAGE, "UP does what one click clockwise does, DOWN the opposite, unless the page says otherwise.")
def test_up_and_down_do_what_a_click_does():
    radio = Hands("ardvane-finch").press("146550 [UP]")
    assert radio.main == "146.555" and radio.press("[DOWN] [DOWN]").main == "146.545"
    radio.press("[FN] 0 [UP]")
    assert radio.main == "BEEP"
    assert Hands("ardvane-finch").press("[FN 1s] [UP]").seen.slot == "002"


@sentence(PAGE, "A key, hold, click or touch that has no work on the present screen gives one low beep and changes nothing.")
@pytest.mark.parametrize(
    ("model", "keys"),
    [
        ("ardvane-finch", "[MON]"),
        ("ardvane-finch", "[MON 2s]"),
        ("ardvane-finch", "[MODE 1s]"),
        ("brisko-pico", "[BACK]"),
        ("brisko-pico", "[SCAN]"),
        ("brisko-pico", "[MON 1s]"),
    ],
)
def test_a_key_without_work_beeps_and_changes_nothing(model, keys):
    radio = Hands(model)
    before = radio.state
    radio.press(keys)
    assert radio.beeps == ("low",) and radio.state == before


@BOTH
@sentence(PAGE, "Half-typed digits: a key that is not part of the entry drops them with a low beep and does no more.")
@sentence(PAGE, "PTT drops them silently and does not transmit.")
def test_half_typed_digits_are_dropped(model):
    radio = Hands(model, memory=SLOTS).press("1465 [MODE]")
    assert radio.beeps == ("low",) and radio.screen == "vfo" and radio.main == "144.000"
    radio.press("1465 [PTT]")
    assert radio.beeps == () and radio.sent is None and radio.screen == "vfo"


@sentence(PAGE, "A key that confirms on too few digits is refused, and the dialogue stays open.")
def test_confirming_too_few_digits_is_refused():
    radio = Hands("brisko-pico").press("[MENU] 29 [MENU] 00 [MENU]")
    assert radio.main == "Err" and radio.press("wait 1s").screen == "picker"
    menu = Hands("brisko-pico").press("[MENU] 2 [MENU]")
    assert menu.beeps == ("low",) and menu.screen == "menu" and menu.main == "SQUELCH"


@BOTH
@sentence(
    PAGE,
    "Refused means: one low beep, Err for a second, nothing changes. A refused frequency empties the entry, the old one stays.",
)
def test_refused_shows_err_for_a_second(model):
    radio = Hands(model).press("999999")
    assert radio.beeps == ("low",) and radio.main == "Err"
    assert radio.press("wait 0.9s").main == "Err" and radio.press("wait 0.1s").main == "144.000"
    assert radio.press("146550").main == "146.550"


@sentence(PAGE, "Quiet time: each key, also one without work, starts it anew. It holds for everything that can be left open.")
def test_any_key_starts_the_quiet_time_anew():
    radio = Hands("ardvane-finch").press("[FN] 0 wait 7s [MODE] wait 7s")
    assert radio.screen == "menu" and radio.press("wait 1s").at_rest
    assert Hands("brisko-pico").press("[MENU] wait 9s [MODE] wait 9s").screen == "menu"


@sentence(
    PAGE,
    "The dial (Pico: UP, DOWN) at rest changes the frequency by the step and stops with a low beep at the end of a receive range.",
)
def test_tuning_stops_at_the_end_of_a_range():
    radio = Hands("ardvane-finch").press("173990 DIAL +2")
    assert radio.main == "174.000" and radio.press("DIAL +1").beeps == ("low",) and radio.main == "174.000"
    pico = Hands("brisko-pico").press("220005 [DOWN]")
    assert pico.main == "220.000" and pico.press("[DOWN]").beeps == ("low",)


@sentence(PAGE, "Region 1 version of the automatic shift: 145.575–145.794 − 0.60 and nothing else.")
@sentence(PAGE, "A Region 1 version sends on 144–146 and 430–440, on 1.25 m not at all.")
def test_region_one():
    finch = Hands("ardvane-finch", region="r1")
    assert finch.press("145575").setting("SHIFT") == "−" and finch.press("145794").setting("SHIFT") == "−"
    assert finch.press("145570").setting("SHIFT") == "OFF" and finch.press("147330").setting("SHIFT") == "OFF"
    assert finch.press("[PTT]").beeps == ("low",) and finch.press("439500 [PTT]").sent == 439_500_000
    assert Hands("brisko-pico", region="r1").press("223500 [PTT]").beeps == ("low",)


@sentence(
    PAGE,
    "VFO settings are kept per band, on sets with rows per row and band, unless the page says otherwise. They stay as they were last left, also when a new frequency is entered.",
)
def test_settings_stay_with_their_band():
    radio = Hands("ardvane-finch", settings={"A.RPT": "OFF"}).press(
        "146550 [FN] 0 DIAL until CT.USE [FN] DIAL until TX [FN] [PTT]"
    )
    assert radio.press("146520").setting("CT.USE") == "TX"
    assert radio.press("446000").setting("CT.USE") == "OFF"
    assert radio.press("146520").setting("CT.USE") == "TX"


@sentence(
    PAGE,
    "What is stored in a slot is the VFO as it stands at that moment: a simplex channel keeps the shift and the tone of the repeater before it.",
)
def test_carry_over_is_the_commonest_mistake():
    radio = Hands("brisko-pico", settings={"SHIFT": "+", "TX TONE": "103.5"}).press("146550 [MENU] 29 [MENU] 004 [MENU] [MENU]")
    assert radio.slot(4).tx_hz == 147_150_000 and radio.slot(4).tone.tone_tx == "103.5"


@BOTH
@sentence(PAGE, "Memory mode opens at the slot last shown or written; its dial goes through the occupied slots only and wraps.")
def test_memory_mode_goes_through_occupied_slots(model):
    turn = ("DIAL +1", "DIAL -1") if model == "ardvane-finch" else ("[UP]", "[DOWN]")
    radio = Hands(model, memory=SLOTS).press("[MODE]")
    assert radio.seen.slot == "003" and radio.press(turn[0]).seen.slot == "009" and radio.press(turn[0]).seen.slot == "003"
    radio.press(turn[1], "[MODE] [MODE]")
    assert radio.seen.slot == "009"


@BOTH
@sentence(PAGE, "With nothing stored the mode key still enters it; it shows dashes for the frequency, and PTT gives a low beep.")
def test_memory_mode_with_nothing_stored(model):
    radio = Hands(model).press("[MODE]")
    assert radio.screen == "memory" and radio.main == "---.---" and radio.seen.slot is not None
    assert radio.press("[PTT]").beeps == ("low",) and radio.sent is None


@sentence(
    PAGE,
    "The settings that make up a channel, and the power key, give a low beep in memory mode. Digits do nothing there unless the page says that they call a slot.",
)
def test_memory_mode_refuses_channel_settings():
    radio = Hands("ardvane-finch", memory=SLOTS, mode="memory")
    for entry in ("SHIFT", "OFFSET", "CT.HZ", "CT.USE", "CODE.N", "WIDTH"):
        assert radio.press(f"[FN] 0 DIAL until {entry} [FN]").beeps == ("low",)
        radio.press("[PTT]")
    assert radio.press("[FN] 2").beeps == ("low",) and radio.press("5").beeps == ("low",)
    pico = Hands("brisko-pico", memory=SLOTS, mode="memory").press("[MENU] 26 [MENU]")
    assert pico.beeps == ("low",) and pico.screen == "menu"


@sentence(
    PAGE,
    "Lowest free with no slot free is the first. Writing replaces all of a slot, the old label and group too, and leaves the VFO as it was. Memory mode then stands at the slot written.",
)
def test_writing_replaces_all_of_a_slot():
    full = {str(n): channel(146_550_000) for n in range(1, 201)}
    assert Hands("ardvane-finch", memory=full).press("[FN 1s]").seen.slot == "001"
    radio = Hands("ardvane-finch", memory={"9": channel(146_580_000, label="BEACH")}, mode="memory")
    radio.press("[FN] 0 DIAL until GROUP [FN] DIAL until 3 [FN] [PTT] [MODE] 146550 [FN 1s] DIAL until 009 [FN]")
    assert radio.slot(9).label is None and radio.state.slots[8].group == 0 and radio.vfo.rx_hz == 146_550_000
    assert radio.press("[MODE]").seen.slot == "009"


@sentence(
    PAGE,
    "An odd split is a second save that changes the transmit frequency only; it is refused on a free slot, and the dialogue stays open.",
)
def test_a_split_changes_the_transmit_frequency_only_and_needs_an_occupied_slot():
    radio = Hands("ardvane-finch", memory={"5": channel(146_550_000, tone_mode="send", tone_tx="67.0", label="HILL")})
    radio.press("147990 [FN 1s] DIAL until 005 [PTT]+[FN]")
    stored = radio.slot(5)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.tone_tx, stored.label) == (146_550_000, 147_990_000, "67.0", "HILL")
    free = Hands("ardvane-finch").press("147990 [FN 1s] DIAL until 006 [PTT]+[FN]")
    assert free.main == "Err" and free.press("wait 1s").screen == "picker" and free.slot(6) is None


@sentence(
    PAGE, "It takes the frequency displayed, shift and reverse ignored. Reverse is never stored and ends only by its own key."
)
def test_reverse_is_never_stored():
    radio = Hands("ardvane-finch").press("147330 [FN] 6 [FN 1s] DIAL until 005 [FN] [FN 1s] DIAL until 005 [PTT]+[FN]")
    assert radio.slot(5).rx_hz == 147_330_000 and radio.slot(5).tx_hz == 147_330_000
    assert radio.press("146550 147330").main == "147.930"


@sentence(
    PAGE, "In a store dialogue only an accepted key or click starts the time anew. A window of 6 s is shut when 6 s have passed."
)
def test_only_accepted_keys_prolong_a_window():
    assert Hands("ardvane-finch").press("[FN 1s] wait 3s [MODE] wait 2.9s").screen == "picker"
    assert Hands("ardvane-finch").press("[FN 1s] wait 3s [MODE] wait 3s").screen == "vfo"
    assert Hands("ardvane-finch").press("[FN 1s] wait 3s DIAL +1 wait 5.9s").screen == "picker"
    assert Hands("brisko-pico").press("[MENU] 29 [MENU] wait 6s [SCAN] wait 4s").screen == "vfo"


@BOTH
@sentence(
    PAGE,
    "PTT transmits whenever the set is in VFO or memory mode at rest and the transmit frequency lies inside its transmit ranges; else it gives a low beep.",
)
def test_ptt_at_rest(model):
    assert Hands(model).press("146550 [PTT]").sent == 146_550_000
    assert Hands(model, memory=SLOTS, mode="memory").press("[PTT]").sent == 146_550_000
    assert Hands(model).press("162550 [PTT]").beeps == ("low",)


@sentence(PAGE, "A lit FN layer counts as rest and goes out.")
def test_ptt_with_a_lit_layer():
    radio = Hands("ardvane-finch").press("146550 [FN] [PTT]")
    assert radio.sent == 146_550_000 and "F" not in radio.seen.icons


@sentence(PAGE, "It never transmits while a menu, an entry or a dialogue is open.")
@pytest.mark.parametrize(
    ("model", "keys"),
    [
        ("ardvane-finch", "[FN] 0"),
        ("ardvane-finch", "[FN] 0 [FN]"),
        ("ardvane-finch", "1465"),
        ("ardvane-finch", "[FN 1s]"),
        ("ardvane-finch", "[FN 1s] [FN 1s]"),
        ("brisko-pico", "[MENU]"),
        ("brisko-pico", "[MENU] [MENU]"),
        ("brisko-pico", "[MENU] 29 [MENU]"),
        ("brisko-pico", "[MENU] 29 [MENU] [MENU]"),
        ("brisko-pico", "1465"),
    ],
)
def test_nothing_is_sent_while_something_is_open(model, keys):
    assert Hands(model).press("146550", keys, "[PTT]").sent is None


@sentence(PAGE, "New: the first value printed, power at its highest, the VFO at the lowest transmit frequency of its band.")
@BOTH
def test_a_new_radio(model):
    radio = Hands(model)
    assert radio.main == "144.000" and radio.vfo.power == "HIGH" and radio.vfo.is_simplex and radio.vfo.tone.mode == "none"
