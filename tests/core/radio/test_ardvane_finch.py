"""What the Finch's page says, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.tones import CTCSS_50
from vocator.core.radio.perform import UntilFailed

PAGE = "ardvane-finch"
TWO = {"3": channel(146_550_000), "9": channel(146_580_000, label="BEACH")}


def finch(**start):
    return Hands(PAGE, **start)


@sentence(PAGE, "Receives 136–174 and 400–480 MHz. A frequency outside the receive ranges is refused.")
@pytest.mark.parametrize(
    ("typed", "taken"),
    [
        ("136000", True),
        ("174000", True),
        ("400000", True),
        ("480000", True),
        ("135995", False),
        ("174005", False),
        ("399995", False),
        ("480005", False),
    ],
)
def test_frequencies_outside_the_receive_ranges_are_refused(typed, taken):
    radio = finch().press(typed)
    assert (radio.vfo.rx_hz == int(typed) * 1000) is taken
    assert (radio.main == "Err" and radio.beeps == ("low",)) is not taken


@sentence(PAGE, "Transmits 144–148 and 430–450.")
@pytest.mark.parametrize(
    ("typed", "sends"),
    [("144000", True), ("148000", True), ("143995", False), ("148005", False), ("450000", True), ("450005", False)],
)
def test_it_sends_only_inside_its_transmit_ranges(typed, sends):
    radio = finch(settings={"A.RPT": "OFF"}).press(typed, "[PTT]")
    assert (radio.sent is not None) is sends
    assert (radio.beeps == ("low",)) is not sends


@sentence(PAGE, "200 slots (1–200).")
def test_there_are_slots_one_to_two_hundred():
    assert finch().press("[FN 1s] DIAL- until 200 [FN]").slot(200) is not None
    assert finch().press("[FN 1s]").seen.slot == "001"
    with pytest.raises(UntilFailed):
        finch().press("[FN 1s] DIAL until 201")


@sentence(PAGE, "Slot number, three digits, at the upper left in memory mode only.")
@sentence(PAGE, "MODE taps between VFO and memory mode.")
def test_mode_taps_between_vfo_and_memory_and_only_memory_shows_a_slot():
    radio = finch(memory=TWO)
    assert radio.seen.slot is None
    assert radio.press("[MODE]").seen.slot == "003" and radio.screen == "memory"
    assert radio.press("[MODE]").seen.slot is None and radio.screen == "vfo"


@sentence(PAGE, "Icons: − + (shift), TX (encode), TXRX (tone squelch), CO (DCS), L M H (power), NW (narrow).")
@pytest.mark.parametrize(
    ("settings", "icon"),
    [
        ({"SHIFT": "−"}, "−"),
        ({"SHIFT": "+"}, "+"),
        ({"CT.USE": "TX"}, "TX"),
        ({"CT.USE": "TX.RX"}, "TXRX"),
        ({"CT.USE": "CODE"}, "CO"),
        ({"POWER": "LOW"}, "L"),
        ({"POWER": "MID"}, "M"),
        ({}, "H"),
        ({"WIDTH": "NARR"}, "NW"),
    ],
)
def test_each_setting_lights_its_icon(settings, icon):
    assert icon in finch(settings=settings).seen.icons


@sentence(PAGE, "F (FN layer: goes out after the next key, or 3 s).")
def test_the_fn_layer_goes_out_after_the_next_key_or_three_seconds():
    radio = finch().press("[FN]")
    assert "F" in radio.seen.icons
    assert "F" in finch().press("[FN] wait 2.9s").seen.icons
    assert "F" not in finch().press("[FN] wait 3s").seen.icons
    radio.press("7")
    assert "F" not in radio.seen.icons and radio.beeps == ("low",) and radio.main == "144.000"


@sentence(PAGE, "BAND taps between the two bands in VFO mode.")
def test_band_taps_between_the_bands_in_vfo_mode_only():
    radio = finch(memory=TWO).press("146550 [BAND]")
    assert radio.main == "430.000"
    assert radio.press("[BAND]").main == "146.550"
    assert radio.press("[MODE] [BAND]").beeps == ("low",)


@sentence(PAGE, "In VFO mode six digits, MHz and kHz. The band follows the digits.")
def test_six_digits_set_the_frequency_and_the_band_follows():
    radio = finch().press("44877")
    assert radio.screen == "entry"
    radio.press("5")
    assert radio.main == "448.775" and radio.screen == "vfo"
    assert radio.press("[BAND]").main == "144.000"


@sentence(PAGE, "The figures after the sixth are filled by the radio: 012 means 12.5, 037 means 37.5, 062 62.5, 087 87.5.")
@pytest.mark.parametrize(
    ("typed", "hz"),
    [
        ("146012", 146_012_500),
        ("146037", 146_037_500),
        ("146062", 146_062_500),
        ("146087", 146_087_500),
        ("146512", 146_512_500),
        ("146510", 146_510_000),
        ("146013", 146_013_000),
    ],
)
def test_the_half_kilohertz_is_filled_in(typed, hz):
    assert finch().press(typed).vfo.rx_hz == hz


@sentence(PAGE, "STEP acts on the dial only.")
def test_the_step_acts_on_the_dial_only():
    radio = finch(settings={"STEP": "25"}).press("146530")
    assert radio.vfo.rx_hz == 146_530_000
    assert radio.press("DIAL +2").vfo.rx_hz == 146_580_000


@sentence(PAGE, "PTT during entry drops what was typed, without transmitting.")
def test_ptt_during_entry_drops_what_was_typed_silently():
    radio = finch().press("1467 [PTT]")
    assert radio.sent is None and radio.beeps == () and radio.main == "144.000" and radio.at_rest


@sentence(PAGE, "Frequency: quiet time 8 s.")
def test_an_entry_is_left_alone_for_eight_seconds():
    assert finch().press("1467 wait 7.9s").screen == "entry"
    assert finch().press("1467 wait 8s").screen == "vfo"
    assert finch().press("1467 wait 7s 3 wait 7s").screen == "entry"


@sentence(PAGE, "[FN] 0 opens the set list. It remembers.")
def test_the_set_list_opens_where_it_was_last_opened():
    radio = finch().press("[FN] 0")
    assert radio.screen == "menu" and radio.main == "A.RPT"
    radio.press("DIAL until STEP [FN] [FN] DIAL +2 [PTT] [FN] 0")
    assert radio.main == "STEP"


@sentence(PAGE, "DIAL scrolls, it wraps.")
def test_the_dial_scrolls_the_list_round():
    radio = finch().press("[FN] 0 DIAL -1")
    assert radio.main == "WIDTH"
    assert radio.press("DIAL +1").main == "A.RPT"
    assert radio.press("DIAL +9").main == "SHIFT"


@sentence(PAGE, "FN opens the entry, DIAL changes it, FN keeps it and returns to the list.")
def test_fn_opens_and_keeps_a_value():
    radio = finch().press("[FN] 0 DIAL until SHIFT [FN]")
    assert radio.screen == "value" and radio.main == "OFF"
    radio.press("DIAL +2")
    assert radio.main == "+" and radio.setting("SHIFT") == "OFF"
    radio.press("[FN]")
    assert radio.screen == "menu" and radio.main == "SHIFT" and radio.setting("SHIFT") == "+"


@sentence(PAGE, "PTT leaves for VFO or memory mode, and drops a value not yet kept.")
def test_ptt_leaves_the_list_and_drops_an_open_value():
    radio = finch(memory=TWO).press("[FN] 0 DIAL until SHIFT [FN] DIAL +1 [PTT]")
    assert radio.screen == "vfo" and radio.setting("SHIFT") == "OFF" and radio.sent is None
    assert radio.press("[MODE] [FN] 0 [PTT]").screen == "memory" and radio.sent is None


@sentence(PAGE, "GROUP and LABEL are listed in VFO mode too, but do not open there.")
@pytest.mark.parametrize("entry", ["GROUP", "LABEL"])
def test_group_and_label_do_not_open_in_vfo_mode(entry):
    radio = finch(memory=TWO).press(f"[FN] 0 DIAL until {entry} [FN]")
    assert radio.beeps == ("low",) and radio.screen == "menu"
    assert finch(memory=TWO, mode="memory").press(f"[FN] 0 DIAL until {entry} [FN]").screen in ("value", "label")


@sentence(PAGE, "Set list: quiet time 8 s.")
@pytest.mark.parametrize("keys", ["[FN] 0", "[FN] 0 [FN]"])
def test_list_and_value_are_left_after_eight_seconds_without_a_change(keys):
    assert not finch().press(keys, "wait 7.9s").at_rest
    radio = finch().press(keys, "DIAL +1", "wait 8s")
    assert radio.at_rest and radio.setting("A.RPT") == "ON"


@sentence(PAGE, "The table of entries, values and new values.")
@pytest.mark.parametrize(
    ("entry", "values", "new"),
    [
        ("A.RPT", ["ON", "OFF"], "ON"), ("BEEP", ["ON", "OFF"], "ON"), ("BUSY", ["OFF", "ON"], "OFF"), ("SHOW", ["LABEL", "FREQ"], "LABEL"), ("LIGHT", ["KEY", "ON", "OFF"], "KEY"),
        ("SHIFT", ["OFF", "−", "+"], "OFF"), ("STEP", ["5", "10", "12.5", "15", "20", "25", "50", "100"], "5"), ("CT.USE", ["OFF", "TX", "TX.RX", "CODE"], "OFF"),
        ("TOT", ["OFF", "1", "2", "3", "4", "5", "6", "7", "8", "9", "10"], "3"), ("WIDTH", ["WIDE", "NARR"], "WIDE"), ("CT.HZ", list(CTCSS_50), "100.0"),
    ],
)  # fmt: skip
def test_each_entry_has_its_values_in_order_and_its_new_one(entry, values, new):
    radio = finch().press(f"[FN] 0 DIAL until {entry} [FN]")
    assert radio.main == new
    radio.press(f"DIAL until {values[0]}")
    seen = [radio.main]
    for _ in range(len(values) - 1):
        seen.append(radio.press("DIAL +1").main)
    assert seen == values
    assert radio.press("DIAL +1").main == values[0]


@sentence(PAGE, "CODE.N: 104 DCS codes, new 023. The list's fifteen entries are numbered in this order.")
def test_the_code_list_and_the_order_of_the_list():
    radio = finch().press("[FN] 0 DIAL until CODE.N [FN]")
    assert radio.main == "023"
    assert radio.press("DIAL -1").main == "754"
    order = [
        "A.RPT",
        "BEEP",
        "BUSY",
        "CODE.N",
        "GROUP",
        "LABEL",
        "SHOW",
        "LIGHT",
        "OFFSET",
        "SHIFT",
        "STEP",
        "CT.HZ",
        "CT.USE",
        "TOT",
        "WIDTH",
    ]
    walk = finch().press("[FN] 0")
    assert [walk.press(f"DIAL +{1 if n else 0}").main if n else walk.main for n in range(15)] == order


@sentence(PAGE, "BUSY ON: no transmit on a busy channel.")
def test_busy_lock_forbids_sending_on_a_busy_channel():
    radio = finch(settings={"BUSY": "ON"}).press("146550 hear 146.550 [PTT]")
    assert radio.sent is None and radio.beeps == ("low",)
    assert radio.press("hear nothing [PTT]").sent == 146_550_000


@sentence(PAGE, "SHOW: LABEL, FREQ: what memory mode shows.")
def test_show_decides_what_memory_mode_shows():
    assert finch(memory=TWO, mode="memory", slot="9").main == "BEACH"
    assert finch(memory=TWO, mode="memory", slot="3").main == "146.550"
    assert finch(memory=TWO, mode="memory", slot="9", settings={"SHOW": "FREQ"}).main == "146.580"


@sentence(PAGE, "OFFSET 0.00 to 99.95 MHz by 0.05 per click; new 0.60 on 2 m, 5.00 on 70 cm.")
def test_the_offset_goes_by_fifty_kilohertz_per_click():
    radio = finch().press("[FN] 0 DIAL until OFFSET [FN]")
    assert radio.main == "0.60" and radio.press("DIAL +1").main == "0.65"
    assert radio.press("DIAL -14").main == "99.95" and radio.press("DIAL +1").main == "0.00"
    assert finch().press("448000 [FN] 0 DIAL until OFFSET [FN]").main == "5.00"


@sentence(PAGE, "With A.RPT ON, every frequency typed sets SHIFT and OFFSET by the table; elsewhere OFF, and OFFSET stays.")
@pytest.mark.parametrize(
    ("typed", "shift", "offset"),
    [
        ("145195", "OFF", None), ("145200", "−", "0.60"), ("145495", "−", "0.60"), ("145500", "OFF", None), ("146605", "OFF", None), ("146610", "−", "0.60"), ("146995", "−", "0.60"),
        ("147000", "+", "0.60"), ("147395", "+", "0.60"), ("147400", "OFF", None), ("440000", "+", "5.00"), ("444995", "+", "5.00"), ("445000", "OFF", None), ("447000", "−", "5.00"), ("449995", "−", "5.00"), ("450000", "OFF", None),
    ],
)  # fmt: skip
def test_the_automatic_shift_follows_its_table(typed, shift, offset):
    start = {"settings": {"OFFSET": "1.20", "SHIFT": "+"}}
    radio = finch(**start)
    if typed[0] == "4":
        radio.press("430000 [FN] 0 DIAL until OFFSET [FN] DIAL until 1.20 [FN] [PTT]")
    radio.press(typed)
    assert radio.setting("SHIFT") == shift
    assert radio.setting("OFFSET") == (offset or "1.20")


@sentence(PAGE, "It overrides a SHIFT set before the entry. (Off: the shift stays as it was.)")
def test_the_automatic_shift_overrides_and_when_off_leaves_alone():
    assert finch(settings={"SHIFT": "−"}).press("147330").setting("SHIFT") == "+"
    assert finch(settings={"SHIFT": "−", "A.RPT": "OFF"}).press("147330").setting("SHIFT") == "−"
    assert finch(settings={"SHIFT": "−"}).press("DIAL +1").setting("SHIFT") == "−"


@sentence(PAGE, "[FN] 2 steps LOW → MID → HIGH → LOW; for each step FN is tapped again. It is stored with a channel.")
def test_the_power_key_steps_and_power_is_stored():
    radio = finch()
    assert [radio.press("[FN] 2").vfo.power for _ in range(4)] == ["LOW", "MID", "HIGH", "LOW"]
    assert radio.press("[FN 1s] [FN]").slot(1).power == "LOW"
    assert radio.press("[FN] 2 until H").vfo.power == "HIGH" and radio.slot(1).power == "LOW"
