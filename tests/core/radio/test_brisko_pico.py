"""What the Pico's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence

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
