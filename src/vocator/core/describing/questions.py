"""The questions of the workshop: what is asked of an owner, why, which part of the profile it fills, for which goal.

Each reads its answer from a description and writes it there, so that going back shows what stands.
"""

from vocator.core.describing.asked_menu import menu_asks, menu_read, menu_write, value_asks, value_read, value_write
from vocator.core.describing.asked_radio import (
    GLASSES,
    HEARS,
    LOCK_ASKS,
    SHAPES,
    frequency_asks,
    frequency_read,
    frequency_write,
    keys_read,
    keys_write,
    lock_read,
    lock_write,
    modes_read,
    modes_write,
    radio_read,
    radio_write,
    ranges_read,
    ranges_write,
    rows_read,
    rows_write,
    slots_read,
    slots_write,
)
from vocator.core.describing.asked_slots import (
    FACTS,
    erase_read,
    erase_write,
    icons_read,
    icons_write,
    label_asks,
    label_read,
    label_write,
    store_asks,
    store_read,
    store_write,
)
from vocator.core.describing.asking import Ask, Choice, Question, fixed, turns_of

SIMPLEX = ("simplex", "repeater", "send", "label", "erase")
QUESTIONS: tuple[Question, ...] = (
    Question("radio", "What radio is it?", "Its name is how you find it again.", "name, kind, panel", SIMPLEX,
             fixed(Ask("name", "Name"), Ask("kind", "What it is, in a few words"), Ask("shape", "Where it is used", "select", SHAPES), Ask("glass", "Its display", "select", GLASSES)), radio_read, radio_write),
    Question("ranges", "Where does it hear and send?", "Nothing is written that it cannot hear; nothing is sent where it may not.", "receive_hz, transmit_hz, bands, frequency_format", SIMPLEX,
             fixed(Ask("receives", "It hears, in MHz", hint="136–174, 400–480"), Ask("sends", "It sends, in MHz, Region 2 version"), Ask("sends_r1", "Region 1 version", hint="144–146, 430–440"),
                    Ask("per_band", "Shift, tone and power are kept for each band apart", "check"),
                    Ask("format", "A frequency reads", "select", (Choice("six", "147.330"), Choice("eight", "147.33000"), Choice("dotted", "147.330.00")))), ranges_read, ranges_write),
    Question("keys", "Which keys has it?", "Type their names as they stand there, a line a row. The twin is drawn from it.", "keys, dials, panel", SIMPLEX,
             fixed(Ask("rows", "Keys on the front, a line a row", "rows", hint="MENU, UP, DOWN, EXIT"), Ask("side", "At the side"), Ask("top", "On top"), Ask("dials", "What turns", hint="DIAL"),
                    Ask("pushed", "Of these can also be pushed"), Ask("touches", "Buttons on a touch screen")), keys_read, keys_write),
    Question("slots", "How are its slots numbered?", "So that a sheet says the number that you see.", "slots", SIMPLEX,
             fixed(Ask("first", "The first number", "number"), Ask("count", "How many in all", "number"), Ask("digits", "Digits of a number", "number"), Ask("banks", "Banks, where it has them", hint="A, B, C"),
                    Ask("pattern", "A slot reads", hint="{bank}.{n:02}")), slots_read, slots_write),
    Question("rows", "Has it two rows or sides?", "Each has a frequency of its own; a sheet says which one it means.", "units", (),
             fixed(Ask("names", "Their names, as they stand there", hint="A, B; empty: one only"), Ask("word", "They are called", hint="row, or side"), Ask("next", "The key to the other one", "press"), Ask("hears", "It hears", "select", HEARS, path="units.hears")),
             rows_read, rows_write),
    Question("modes", "How do you get to the stored channels and back?", "A channel is made up in VFO mode and looked at in memory mode.", "screens.vfo, screens.memory", SIMPLEX,
             lambda d: (Ask("to_memory", "From VFO to memory mode", "press"), Ask("to_vfo", "Back", "press", hint="empty: the same key"), Ask("turns", "What tunes, and goes through the slots?", "turns", turns_of(d)),
                        Ask("band", "The key to the next band", "press"), Ask("digits", "Digits call a slot in memory mode", "check"), Ask("mark", "The slot stands there as", hint="M{slot}; empty: the bare number")), modes_read, modes_write),
    Question("frequency", "How is a frequency set?", "The first thing that every sheet does.", "screens.frequency", SIMPLEX, frequency_asks, frequency_read, frequency_write),
    Question("menu", "How is the menu worked?", "Shift, tone and width are set there on most radios.", "screens.menu", ("simplex", "repeater", "send"), menu_asks, menu_read, menu_write, "The menu"),
    Question("value", "And a value that is open?", "A value that was not kept is the commonest slip.", "screens.value", ("simplex", "repeater", "send"), value_asks, value_read, value_write, "The menu"),
    Question("store", "How is a channel stored?", "What a taken slot looks like, and what happens to it, decides how careful the sheet is.", "screens.store, screens.over", SIMPLEX, store_asks, store_read, store_write, "Slots"),
    Question("icons", "What lights on the display?", "Icons are what one reads back; reverse shows a wrong shift.", "icons, reverse", ("repeater", "send"),
             fixed(*(Ask(name, words) for name, words, _, _ in FACTS), Ask("power", "Power", hint="H=HIGH, L=LOW"), Ask("reverse_key", "The key for reverse", "press")), icons_read, icons_write, "The display"),
    Question("label", "How is a name given?", "A name is found faster than a number.", "labels, screens.label", ("label",), label_asks, label_read, label_write, "Slots"),
    Question("lock", "Can its keys be locked?", "A locked radio takes no key: a sheet first frees it.", "screens.locked", (), fixed(*LOCK_ASKS), lock_read, lock_write),
    Question("erase", "How is a slot erased?", "So that an old channel does not stay among the new ones.", "screens.erase", ("erase",),
             fixed(Ask("opens", "Which key, in memory mode?", "press"), Ask("entry", "Or which entry of the menu?"), Ask("asks", "It asks first", "check"), Ask("question", "The question"), Ask("yes", "Yes is", "press"), Ask("no", "No is", "press")),
             erase_read, erase_write, "Slots"),
)  # fmt: skip
BY_NAME = {q.name: q for q in QUESTIONS}
