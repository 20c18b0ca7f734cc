"""What the Pico's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "brisko-pico"
FULL = {"7": channel(446_000_000), "9": channel(146_580_000, label="BEACH")}


def pico(firmware=None, **start):
    return Hands(PAGE, firmware, **start)


@sentence(PAGE, "Receives 136–174, 220–225, 400–520. Transmits 144–148, 222–225, 420–450.")
@pytest.mark.parametrize(
    ("typed", "taken", "sends"),
    [
        ("136000", True, False),
        ("220000", True, False),
        ("222000", True, True),
        ("225000", True, True),
        ("520000", True, False),
        ("420000", True, True),
        ("135995", False, False),
        ("225005", False, False),
        ("520005", False, False),
    ],
)
def test_the_ranges(typed, taken, sends):
    radio = pico().press(typed)
    assert (radio.vfo.rx_hz == int(typed) * 1000) is taken
    assert (radio.main == "Err") is not taken
    if taken:
        assert (radio.press("[PTT]").sent is not None) is sends


@sentence(PAGE, "128 slots (000–127). No names from the keypad (names written by other means are shown).")
def test_slots_and_shown_names():
    radio = pico().press("[MENU] 29 [MENU]")
    assert radio.main == "000" and radio.press("DOWN until 127").main == "127"
    assert radio.press("128").main == "Err"
    assert pico(memory=FULL, mode="memory", slot="9", settings={"SHOW": "NAME"}).main == "BEACH"


@sentence(PAGE, "Two rows, A and B, ▶ marks the one in use. In memory mode the slot number at the right edge.")
def test_two_rows_and_the_one_in_use():
    radio = pico(memory=FULL)
    assert radio.seen.row == "A" and "▶A" in radio.seen.text and "B: 430.000" in radio.seen.text
    assert radio.press("[A/B]").seen.row == "B" and radio.main == "430.000"
    assert radio.press("[MODE]").seen.slot == "007"


@sentence(PAGE, "Icons: + −, TO CO, L (low power), N (narrow), R (reverse), 2R.")
@pytest.mark.parametrize(
    ("settings", "icon"),
    [
        ({"SHIFT": "+"}, "+"),
        ({"SHIFT": "−"}, "−"),
        ({"TX TONE": "103.5"}, "TO"),
        ({"RX TONE": "103.5"}, "TO"),
        ({"TX CODE": "023N"}, "CO"),
        ({"POWER": "LOW"}, "L"),
        ({"WIDTH": "NARR"}, "N"),
        ({}, "2R"),
    ],
)
def test_icons(settings, icon):
    assert icon in pico(settings=settings).seen.icons
    assert "2R" not in pico(settings={"2-ROW": "OFF"}).seen.icons


@sentence(PAGE, "MODE taps between VFO and memory mode. It does nothing inside the menu.")
def test_mode_taps_and_does_nothing_inside_the_menu():
    radio = pico(memory=FULL)
    assert radio.press("[MODE]").screen == "memory" and radio.press("[MODE]").screen == "vfo"
    radio.press("[MENU] [MODE]")
    assert radio.beeps == ("low",) and radio.screen == "menu"


@sentence(
    PAGE, "The value is moved to the nearest multiple of STEP that begins with the digits typed, else DOWN to the next multiple."
)
@pytest.mark.parametrize(
    ("step", "typed", "hz"),
    [
        ("5.0", "430937", 430_935_000),
        ("6.25", "430937", 430_937_500),
        ("12.5", "430937", 430_937_500),
        ("5.0", "147330", 147_330_000),
        ("12.5", "146012", 146_012_500),
        ("5.0", "146012", 146_010_000),
        ("2.5", "146012", 146_012_500),
        ("25.0", "147330", 147_325_000),
        ("6.25", "146006", 146_006_250),
    ],
)
def test_the_step_decides_which_frequencies_exist(step, typed, hz):
    assert pico(settings={"STEP": step}).press(typed).vfo.rx_hz == hz


@sentence(PAGE, "The moved value outside the receive ranges: refused. Quiet time 10 s.")
def test_a_moved_value_outside_is_refused_and_the_entry_times_out():
    assert pico(settings={"STEP": "50.0"}).press("400020").vfo.rx_hz == 400_000_000
    assert pico(settings={"STEP": "50.0"}).press("225040").vfo.rx_hz == 225_000_000
    assert pico().press("1467 wait 9.9s").screen == "entry"
    assert pico().press("1467 wait 10s").screen == "vfo"


@sentence(PAGE, "MENU opens it at the entry last used (remembers, wraps). Two digits go to that entry; UP and DOWN scroll.")
def test_the_menu_is_remembered_and_numbered():
    radio = pico().press("[MENU]")
    assert radio.main == "SQUELCH" and radio.press("26").main == "SHIFT"
    assert radio.press("[UP]").main == "OFFSET"
    radio.press("[MENU] [BACK] [BACK] [MENU]")
    assert radio.main == "OFFSET"
    assert pico().press("[MENU] [DOWN]").main == "39" and pico().press("[MENU] 39 [UP]").main == "SQUELCH"


@sentence(PAGE, "Numbers 00–39 exist; entries not named are of no use for a channel.")
def test_forty_numbers_exist_and_the_unnamed_do_not_open():
    radio = pico().press("[MENU] 03")
    assert radio.main == "03" and radio.press("[MENU]").beeps == ("low",)
    assert pico().press("[MENU] 40").main == "Err"


@sentence(
    PAGE,
    "MENU opens the value. UP and DOWN change it (held, five a second), digits only where said. MENU keeps it and returns to the entry.",
)
def test_a_value_is_changed_and_kept():
    radio = pico().press("[MENU] 26 [MENU] [UP]")
    assert radio.main == "+" and radio.setting("SHIFT") == "OFF"
    assert radio.press("5").beeps == ("low",)
    assert radio.press("[MENU]").main == "SHIFT" and radio.setting("SHIFT") == "+"
    assert pico().press("[MENU] 15 [MENU] [UP 2s]").main == "91.5"
    assert pico().press("[MENU] 15 [MENU] [DOWN 1s]").main == "229.1"


@sentence(PAGE, "BACK leaves (in an open value: back to the entry, value dropped). Quiet time 10 s.")
def test_back_drops_an_open_value_and_leaves_the_menu():
    radio = pico().press("[MENU] 26 [MENU] [UP] [BACK]")
    assert radio.screen == "menu" and radio.setting("SHIFT") == "OFF"
    assert radio.press("[BACK]").screen == "vfo"
    assert pico().press("[MENU] 26 [MENU] [UP] wait 10s").screen == "vfo"
    assert pico().press("[MENU] wait 9.9s").screen == "menu"


@sentence(PAGE, "The table of entries with their numbers, values and new values.")
@pytest.mark.parametrize(
    ("number", "values", "new"),
    [
        ("00", [str(n) for n in range(10)], "3"), ("01", ["2.5", "5.0", "6.25", "10.0", "12.5", "20.0", "25.0", "50.0"], "5.0"), ("02", ["HIGH", "LOW"], "HIGH"), ("05", ["WIDE", "NARR"], "WIDE"), ("08", ["OFF", "ON"], "ON"),
        ("19", ["OFF", "ON"], "OFF"), ("22", ["FREQ", "CHAN", "NAME"], "FREQ"), ("26", ["OFF", "+", "−"], "OFF"), ("38", ["VFO", "ALL"], "VFO"),
    ],
)  # fmt: skip
def test_each_entry_has_its_number_values_and_new_one(number, values, new):
    radio = pico().press(f"[MENU] {number} [MENU]")
    assert radio.main == new
    radio.press(f"UP until {values[0]}")
    assert [radio.main, *(radio.press("[UP]").main for _ in values[1:])] == values
    assert radio.press("[UP]").main == values[0]


@sentence(
    PAGE,
    "12 RX CODE, 14 TX CODE: OFF, 104 codes N, then I. 13 RX TONE, 15 TX TONE: OFF, 50 tones. UP from OFF gives the first value, DOWN from OFF the last.",
)
@pytest.mark.parametrize(
    ("number", "first", "last"),
    [("12", "023N", "754I"), ("13", "67.0", "254.1"), ("14", "023N", "754I"), ("15", "67.0", "254.1")],
)
def test_tone_and_code_lists_start_at_off(number, first, last):
    assert pico().press(f"[MENU] {number} [MENU]").main == "OFF"
    assert pico().press(f"[MENU] {number} [MENU] [UP]").main == first
    assert pico().press(f"[MENU] {number} [MENU] [DOWN]").main == last


@sentence(PAGE, "OFFSET: six digits: MHz, kHz; no UP, DOWN. New 000.600.")
def test_the_offset_is_typed():
    radio = pico().press("[MENU] 27 [MENU]")
    assert radio.main == "000.600" and radio.press("[UP]").beeps == ("low",)
    radio.press("0050 [MENU]")
    assert radio.main == "Err" and radio.press("wait 1s").screen == "value"
    assert radio.press("005000 [MENU]").setting("OFFSET") == "005.000" and radio.main == "OFFSET"


@sentence(PAGE, "38 RESET VFO, ALL: MENU resets at once.")
def test_reset_acts_at_once():
    start = {"memory": FULL, "settings": {"SHIFT": "+", "SHOW": "CHAN"}}
    vfo = pico(**start).press("146520 [MENU] 38 [MENU] [MENU]")
    assert vfo.setting("SHIFT") == "OFF" and vfo.setting("SHOW") == "CHAN" and vfo.slot(7) is not None and vfo.main == "144.000"
    everything = pico(**start).press("[MENU] 38 [MENU] UP until ALL [MENU]")
    assert everything.slot(7) is None and everything.setting("SHOW") == "FREQ" and everything.at_rest


@sentence(PAGE, "Setting TX TONE to a tone puts TX CODE to OFF and the other way round; likewise RX.")
@pytest.mark.parametrize(("tone", "code"), [("15", "14"), ("13", "12")])
def test_a_tone_puts_the_code_of_its_side_off(tone, code):
    names = {"15": "TX TONE", "14": "TX CODE", "13": "RX TONE", "12": "RX CODE"}
    radio = pico().press(f"[MENU] {code} [MENU] [UP] [MENU] {tone} [MENU] [UP] [MENU]")
    assert (radio.setting(names[tone]), radio.setting(names[code])) == ("67.0", "OFF")
    radio.press(f"{code} [MENU] [UP] [MENU]")
    assert (radio.setting(names[tone]), radio.setting(names[code])) == ("OFF", "023N")
    radio.press(f"{tone} [MENU] UP until OFF [MENU]")
    assert radio.setting(names[code]) == "023N"


@sentence(
    PAGE,
    "Every VFO setting is one for the row in use, whatever the band: nothing follows the frequency. New: row A 144.000, row B 430.000.",
)
def test_settings_belong_to_the_row():
    radio = pico().press("[MENU] 26 [MENU] [UP] [MENU] [BACK] 446000")
    assert radio.setting("SHIFT") == "+" and radio.setting("OFFSET") == "000.600"
    assert radio.press("[A/B]").setting("SHIFT") == "OFF" and radio.main == "430.000"
    assert pico().press("147330").setting("SHIFT") == "OFF"


@sentence(PAGE, "LOCK and LAMP are of no use for a channel.")
@pytest.mark.parametrize("key", ["LOCK", "LAMP"])
def test_lock_and_lamp_do_nothing_here(key):
    before = pico()
    state = before.state
    assert before.press(f"[{key}]").beeps == ("low",) and before.state == state


@sentence(PAGE, "Firmware 2 has an entry SCRAM at 21; every number from 21 up is one higher.")
def test_firmware_two_numbers_from_twenty_one_up_are_one_higher():
    assert pico("2").press("[MENU] 21").main == "SCRAM"
    for old, new, name in (
        ("22", "23", "SHOW"),
        ("26", "27", "SHIFT"),
        ("27", "28", "OFFSET"),
        ("29", "30", "SAVE"),
        ("30", "31", "ERASE"),
        ("38", "39", "RESET"),
    ):
        assert pico("1").press(f"[MENU] {old}").main == name
        assert pico("2").press(f"[MENU] {new}").main == name
    assert pico("2").press("[MENU] 19").main == "BUSY" and pico("2").press("[MENU] 40").main == "40"


@sentence(
    PAGE,
    "VFO mode, menu 29, MENU: a slot number blinks, always beginning at 000; UP, DOWN or three digits pick. CH-007 means occupied, 007 free.",
)
def test_the_store_dialogue_begins_at_the_first_slot():
    radio = pico(memory={**FULL, "0": channel(146_550_000)}).press("[MENU] 29 [MENU]")
    assert radio.main == "CH-000" and radio.screen == "picker"
    assert radio.press("[UP]").main == "001" and radio.press("007").main == "CH-007"
    assert pico(mode="memory", memory=FULL).press("[MENU] 29 [MENU]").beeps == ("low",)


@sentence(
    PAGE,
    "MENU asks SURE?, MENU again writes; BACK before that goes back to the entry. It stays in VFO mode, in the menu at SAVE.",
)
def test_a_store_asks_and_stays_in_the_menu():
    radio = pico().press("146550 [MENU] 29 [MENU] 007 [MENU]")
    assert radio.main == "SURE?" and radio.screen == "question"
    assert radio.press("[BACK]").main == "SAVE" and radio.slot(7) is None
    radio.press("[MENU] 007 [BACK]")
    assert radio.main == "SAVE"
    radio.press("[MENU] 007 [MENU] [MENU]")
    assert radio.slot(7).rx_hz == 146_550_000 and radio.main == "SAVE" and radio.press("[BACK]").screen == "vfo"


@sentence(PAGE, "An occupied slot is refused at the first MENU and goes on blinking: erase it first.")
def test_an_occupied_slot_is_refused():
    radio = pico(memory=FULL).press("146550 [MENU] 29 [MENU] 007 [MENU]")
    assert radio.beeps == ("low",) and radio.main == "Err"
    assert radio.press("wait 1s").main == "CH-007"
    radio.press("[BACK] 30 [MENU] 007 [MENU] 29 [MENU] 007 [MENU] [MENU]")
    assert radio.slot(7).rx_hz == 146_550_000


@sentence(PAGE, "Menu 30, MENU, pick from 000, MENU; a free slot is refused there.")
def test_erase_picks_from_the_first_and_refuses_a_free_slot():
    radio = pico(memory=FULL).press("[MENU] 30 [MENU]")
    assert radio.main == "000"
    assert radio.press("[MENU]").main == "Err" and radio.press("wait 1s").screen == "picker"
    assert radio.press("007 [MENU]").slot(7) is None and radio.main == "ERASE"


@sentence(
    PAGE, "The slot written last takes a second save as its transmit frequency; that is how an odd or cross-band split is stored."
)
def test_a_second_save_sets_the_transmit_frequency():
    store = "[MENU] 29 [MENU] 007 [MENU] [MENU] [BACK]"
    radio = pico().press("147330", store, "435100", store)
    assert (radio.slot(7).rx_hz, radio.slot(7).tx_hz) == (147_330_000, 435_100_000)
    assert radio.press("[MODE] [PTT]").sent == 435_100_000


@sentence(
    PAGE,
    "Until MODE is tapped, another slot is written or this one erased; BACK, A/B, waiting and entering a frequency do not end it.",
)
@pytest.mark.parametrize(
    ("between", "split"),
    [
        ("", True),
        ("[A/B] [A/B]", True),
        ("wait 60s", True),
        ("[MODE] [MODE]", False),
        ("[MENU] 29 [MENU] 008 [MENU] [MENU] [BACK]", False),
    ],
)
def test_what_ends_the_second_save(between, split):
    store = "[MENU] 29 [MENU] 007 [MENU] [MENU] [BACK]"
    radio = pico().press("147330", store, between, "435100 [MENU] 29 [MENU] 007 [MENU]")
    assert (radio.main == "SURE?") is split
    assert (radio.main == "Err") is not split


@sentence(
    PAGE,
    "Saving twice in doubt is the trap: it turns a repeater channel into whatever the VFO then shows, as simplex when nothing changed.",
)
def test_saving_twice_makes_a_repeater_simplex():
    store = "[MENU] 29 [MENU] 007 [MENU] [MENU] [BACK]"
    radio = pico(settings={"SHIFT": "+"}).press("147330", store)
    assert radio.slot(7).tx_hz == 147_930_000
    assert radio.press(store).slot(7).tx_hz == 147_330_000


@sentence(
    PAGE,
    "Check: MODE to memory mode; type the three digits of the slot. With SHOW at FREQ the receive frequency shows. With nothing stored dashes show.",
)
def test_a_slot_is_called_by_its_digits():
    radio = pico(memory=FULL).press("[MODE] 009")
    assert radio.seen.slot == "009" and radio.main == "146.580"
    assert radio.press("008").main == "Err" and radio.press("wait 1s").seen.slot == "009"
    empty = pico().press("[MODE]")
    assert empty.main == "---.---" and empty.press("[PTT]").beeps == ("low",)


@sentence(PAGE, "22 SHOW: FREQ, CHAN, NAME: what memory mode shows.")
def test_show():
    assert pico(memory=FULL, mode="memory", slot="9", settings={"SHOW": "CHAN"}).main == "CH-009"
    assert pico(memory=FULL, mode="memory", slot="7", settings={"SHOW": "NAME"}).main == "446.000"


@sentence(PAGE, "Reverse: hold SCAN 1 s in memory or VFO mode at rest.")
def test_reverse_is_held():
    radio = pico(settings={"SHIFT": "+"}).press("147330 [SCAN 1s]")
    assert "R" in radio.seen.icons and radio.main == "147.930"
    assert radio.press("[SCAN]").beeps == ("low",) and radio.press("[SCAN 1s]").main == "147.330"
    assert pico().press("[MENU] [SCAN 1s]").beeps == ("low",)


@sentence(
    PAGE,
    "Tone search: menu 13, MENU: if it says OFF choose any tone and keep it, then MENU again to open. Now tap SCAN: TO blinks and it steps while a signal is there; it stops on the tone heard. MENU keeps it.",
)
@sentence(PAGE, "With OFF kept in the entry SCAN does nothing.")
def test_the_tone_search():
    assert pico().press("147330 hear 147.330 141.3 [MENU] 13 [MENU] [SCAN]").beeps == ("low",)
    assert pico().press("[MENU] 13 [MENU] [UP] [SCAN]").beeps == ("low",)
    radio = pico().press("147330 hear 147.330 141.3 [MENU] 13 [MENU] [UP] [MENU] [MENU] [SCAN]")
    assert radio.screen == "search" and "TO" in radio.seen.icons
    radio.press("wait 20s")
    assert radio.main == "141.3"
    radio.press("[MENU]")
    assert radio.setting("RX TONE") == "141.3" and radio.main == "RX TONE"


@sentence(PAGE, "No hit in a full round (about 20 s of signal): BACK, set RX TONE to OFF, do the same in 12 for DCS.")
def test_the_search_for_a_code_is_the_same_in_entry_twelve():
    radio = pico().press("147330 hear 147.330 d074 [MENU] 13 [MENU] [UP] [MENU] [MENU] [SCAN] wait 21s")
    assert radio.screen == "search"
    radio.press("[BACK] 13 [MENU] UP until OFF [MENU] 12 [MENU] [UP] [MENU] [MENU] [SCAN] wait 45s")
    assert radio.main == "074N" and radio.press("[MENU]").setting("RX CODE") == "074N"


@sentence(PAGE, "The Example, firmware 1; firmware 2 with 27, 28, 31 and 30.")
@pytest.mark.parametrize("firmware", ["1", "2"])
@pytest.mark.parametrize("occupied", [True, False])
@pytest.mark.parametrize("mode", ["vfo", "memory"])
def test_the_example_of_the_page(firmware, occupied, mode):
    memory = {**FULL, **({} if occupied else {"7": None})}
    memory = {k: v for k, v in memory.items() if v}
    wrong = {
        "TX CODE": "023I",
        "RX TONE": "67.0",
        "WIDTH": "NARR",
        "POWER": "LOW",
        "STEP": "12.5",
        "OFFSET": "005.000",
        "SHIFT": "−",
    }
    radio = pico(firmware, memory=memory, mode=mode, settings=wrong)
    if radio.seen.slot is not None:
        radio.press("[MODE]")
    shift, offset, erase, save = ("26", "27", "30", "29") if firmware == "1" else ("27", "28", "31", "30")
    radio.press(
        "[MENU] 01 [MENU] UP until 5.0 [MENU] · [BACK] 147330",
        f"[MENU] {shift} [MENU] UP until + [MENU] · {offset} [MENU] 000600 [MENU] · 15 [MENU] UP until 103.5 [MENU]",
        "13 [MENU] UP until OFF [MENU] · 12 [MENU] UP until OFF [MENU] · 05 [MENU] UP until WIDE [MENU] · 02 [MENU] UP until HIGH [MENU]",
        f"{erase} [MENU] 007",
    )
    radio.press("[MENU]" if radio.main == "CH-007" else "[BACK]", f"{save} [MENU] 007 [MENU] [MENU] · [BACK] · [MODE]")
    assert (radio.seen.slot, radio.main) == ("007", "147.330") and {"+", "TO"} <= set(radio.seen.icons)
    stored = radio.slot(7)
    assert (stored.rx_hz, stored.tx_hz, stored.tone.mode, stored.tone.tone_tx) == (
        147_330_000,
        147_930_000,
        ToneMode.SEND,
        "103.5",
    )
    assert (stored.width, stored.power, stored.label) == ("wide", "HIGH", None)


@sentence(
    PAGE,
    "(Pico's tone modes) equal sides are send and open or code; a code sent only, a tone opened only and differing sides are cross.",
)
@pytest.mark.parametrize(
    ("settings", "mode"),
    [
        ({}, "none"),
        ({"TX TONE": "67.0"}, "send"),
        ({"TX TONE": "67.0", "RX TONE": "67.0"}, "send_and_open"),
        ({"TX CODE": "023N", "RX CODE": "023N"}, "code"),
        ({"TX CODE": "023N"}, "cross"),
        ({"RX TONE": "67.0"}, "cross"),
        ({"TX TONE": "67.0", "RX TONE": "69.3"}, "cross"),
        ({"TX CODE": "023N", "RX CODE": "023I"}, "cross"),
    ],
)
def test_what_two_sides_make_together(settings, mode):
    assert pico(settings=settings).vfo.tone.mode == mode
