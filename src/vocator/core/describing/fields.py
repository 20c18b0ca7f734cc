"""The parts of a screen and of a setting in words: what each is asked as, on which kinds of screen it means something."""

from typing import NamedTuple


class Field(NamedTuple):
    """A part of the schema in words; ``kinds`` are the kinds of screen it belongs to, none for all."""

    words: str
    kinds: tuple[str, ...] = ()


PART_FIELDS: dict[str, Field] = {
    "model": Field("Its own name in Vocator: small letters, figures, hyphens"), "name": Field("What stands on the radio"), "kind": Field("What it is, in a few words"),
    "receive_hz": Field("Where it hears, Hz"), "transmit_hz": Field("Where it sends, by region, Hz"), "bands": Field("The bands of the VFO, whose settings are kept apart"),
    "units": Field("Rows or sides, each with a VFO of its own"), "slots": Field("How its slots are numbered"), "labels": Field("How long a name may be, and its signs"),
    "firmwares": Field("Its versions, and how the owner tells them"), "keys": Field("Its keys"), "dials": Field("What turns"), "turn_keys": Field("Keys that do what a click does"),
    "free_keys": Field("Keys that an entry can be given to"), "touches": Field("Buttons on a touch screen"), "scrolled_past": Field("Entries that do not open"),
    "auto_shift": Field("A typed frequency sets shift and offset by the common table"), "shift_on_click": Field("A turned one too"), "frequency_format": Field("How a frequency reads"),
    "edits_slots": Field("In memory mode settings work on the slot shown"), "edits_for_now": Field("The same, until another slot or mode is chosen"), "lit_labels": Field("Each slot says whether its label shows"),
    "tune_hz": Field("The dial's step where no setting says it, Hz"), "weather_hz": Field("What a weather mode hears, Hz"), "shows_sending": Field("The transmit frequency shows while it sends"),
    "burst_key": Field("The key that sends 1750 Hz with PTT down, in the Region 1 version"), "common": Field("Times and signs in which it differs from most"), "panel": Field("How it is drawn"),
    "icons": Field("Which icon lights for what"), "unknown": Field("What the manual does not say, and how else it may read"),
}  # fmt: skip
SCREEN_FIELDS: dict[str, Field] = {
    "kind": Field("What is it?"), "shows": Field("What is it shown as?"), "bind": Field("What does each press do?"),
    "quiet_s": Field("Left alone for so many seconds it closes"), "window_s": Field("It closes after so many seconds; only keys with work start them anew"),
    "quiet": Field("Left alone, what comes?"), "icon": Field("An icon lights while it shows", ("layer", "page", "rest")),
    "text": Field("What does it say?", ("page", "panel", "question", "picker")), "soft": Field("Words over keys, in the bottom line"),
    "of": Field("What is typed or set on it?", ("entry", "figures")), "digits": Field("How many digits?", ("entry", "list", "picker")),
    "fill_half": Field("012 stands for 12.5 kHz", ("entry", "figures")), "grid": Field("A frequency off the step", ("entry", "figures")),
    "rasters_hz": Field("Other than multiples of these are refused, Hz", ("entry", "figures")), "ends_reverse": Field("Typing ends reverse", ("entry",)),
    "reading": Field("What do digits of any number stand for?", ("entry",)), "first_hz": Field("Ranges that are tried first, Hz", ("entry",)),
    "carry": Field("Turning a figure goes up and down with a carry", ("figures",)), "cursor_at": Field("Under which figure does the cursor begin? 0 is the first", ("figures",)),
    "entries": Field("Its entries, in order", ("list",)), "through": Field("Numbers up to this one exist", ("list",)), "first": Field("The first number", ("list",)),
    "wraps": Field("From the last on to the first", ("list",)), "remembers": Field("It opens at the entry opened last", ("list",)),
    "opens": Field("A number opens its entry at once", ("list",)), "digit_s": Field("So long a second digit is waited for, seconds", ("list",)),
    "live": Field("Values stand beside the entries and change at once", ("list",)), "closes": Field("Keeping a value leaves the list", ("list",)),
    "touched": Field("Its lines can be touched", ("list", "value", "picker")), "repeat_per_s": Field("A held key repeats, times a second", ("value",)),
    "named": Field("The name of the setting shows beside its value", ("value", "figures")), "setting": Field("Of which setting is it?", ("value", "search")),
    "starts": Field("Where does it open?", ("picker",)), "order": Field("In which order do the slots come?", ("picker",)), "passes": Field("What do its keys pass over?", ("picker",)),
    "occupied": Field("What becomes of a taken slot?", ("picker",)), "occupied_mark": Field("The sign before the number of a taken slot", ("picker",)),
    "occupied_text": Field("The word for a taken slot", ("picker", "question")), "second_save": Field("Saved twice, it takes the transmit frequency", ("picker",)),
    "asks": Field("Which question comes before writing?", ("picker",)), "after": Field("Where does it lead afterwards?", ("picker", "question")),
    "moves_on": Field("To which slot does it go on?", ("picker", "question")), "message": Field("What does it say for a second?", ("picker",)),
    "clicks_only": Field("Only clicks start the time anew", ("picker",)), "write_beep": Field("The beep of writing", ("picker", "question")),
    "shows_frequency": Field("The slot's frequency shows", ("picker",)), "blinks": Field("Which slot blinks?", ("picker",)), "stops": Field("It stops at the first and last", ("picker",)),
    "label_starts": Field("What does a name begin with?", ("label",)), "trims": Field("Spaces at the end are not kept", ("label",)),
    "letters": Field("Letters by repeated taps, key by key", ("label", "picker")), "goes_on": Field("Another key goes on to the next place", ("label", "picker")),
    "keyboard": Field("It is typed on the screen", ("label",)), "chain": Field("Which lists are searched, in order?", ("search",)), "titles": Field("What does it call them?", ("search",)),
    "needs": Field("What must be set before it works?", ("search", "panel")), "step_ms": Field("Milliseconds for each value", ("search",)),
    "hit_only": Field("Without a hit nothing is kept", ("search",)), "gives": Field("Where does what is found go?", ("search",)),
    "word": Field("The mode's word on the display", ("rest",)), "mark": Field("How the slot stands there, {slot} in it", ("rest",)), "face": Field("What is the large line?", ("rest",)),
    "lets_through": Field("All other keys work as at rest", ("layer", "page")),
}  # fmt: skip
SETTING_FIELDS: dict[str, Field] = {
    "means": Field("What is it for?"), "values": Field("Its values in order, each with what it means"), "tones": Field("Or a list of tones or codes"), "amounts": Field("Or frequencies in even steps, Hz"),
    "new": Field("Its value when new"), "scope": Field("For what is it kept apart?"), "stored": Field("It is stored with a channel"), "wraps": Field("From the last value on to the first"),
    "turned": Field("It can be turned"), "digits": Field("Typed with so many digits"), "digit_hz": Field("A digit counts so many Hz"), "typed": Field("What do digits stand for?"),
    "disturbs": Field("Kept at anything but its first value, it puts others to"), "clears": Field("Kept at all, it puts others to"), "inner": Field("The list behind a value"),
    "then": Field("What opens when it is kept?"), "snaps": Field("It moves the frequency down to the step"), "by_step": Field("A click goes by the tuning step"), "band": Field("For one band only"),
    "prefix": Field("What stands before each tone"), "about": Field("What it is for, in a line"), "shown": Field("What the display calls it"), "edited_on": Field("On which screen is it changed?"),
}  # fmt: skip


def asked_of(kind: str) -> list[str]:
    """Return the fields of a screen of a kind, in the order in which they are asked."""
    return [
        name for name, f in SCREEN_FIELDS.items() if name not in ("kind", "bind", "entries") and (not f.kinds or kind in f.kinds)
    ]
