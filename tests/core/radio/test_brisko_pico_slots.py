"""What the Pico's page says of slots and labels, sentence by sentence, written from the page."""

import pytest

from support.hands import Hands, channel, sentence
from vocator.core.channel.channel import ToneMode

PAGE = "brisko-pico"
FULL = {"7": channel(446_000_000), "9": channel(146_580_000, label="BEACH")}


def pico(firmware=None, **start):
    return Hands(PAGE, firmware, **start)


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
