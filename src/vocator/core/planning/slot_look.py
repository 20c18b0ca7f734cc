"""How a free and a taken slot look before something is done to them, found on the twin."""

from vocator.core.goals.sheet import SlotLook
from vocator.core.planning.way_home import way_out
from vocator.core.radio.display import Display, display
from vocator.core.radio.kept import with_item
from vocator.core.radio.screens import PickerScreen
from vocator.core.radio.state import State, Stored
from vocator.core.radio.twin import Twin

FOR_GOOD = "There is no way back."


def look_in(twin: Twin, at: State) -> SlotLook | None:
    """Return how a list of slots tells a free slot from a taken one; None where it shows the same for both.

    ``at`` is a state in which the slot is picked.
    """
    screen = twin.screens[at.screen]
    if not isinstance(screen, PickerScreen):
        return None
    free, taken = shown_both_ways(twin, at)
    if free.text == taken.text:
        return None
    return SlotLook(*_words(twin, screen, at), way_out(twin, at))


def shown_both_ways(twin: Twin, at: State) -> tuple[Display, Display]:
    """Return what an open list of slots shows with the picked slot free, and with a channel in it."""
    free, taken = (display(twin, at._replace(slots=with_item(at.slots, at.pick, held))) for held in (None, _anything(twin, at)))
    return free, taken


def _anything(twin: Twin, at: State) -> Stored:
    return at.slots[at.pick] or twin.stored_from_vfo(twin.start)


def _words(twin: Twin, screen: PickerScreen, at: State) -> tuple[str, str]:
    slot = twin.profile.slot_text(at.pick)
    if screen.occupied_mark:
        return f"{slot} without {screen.occupied_mark.rstrip('-')}", f"{screen.occupied_mark}{slot}"
    if screen.occupied_text:
        return "dashes", screen.occupied_text
    if not screen.shows_frequency:
        still, blinking = f"{slot} stands still", f"{slot} blinks"
        return (blinking, still) if screen.blinks == "free" else (still, blinking)
    return "dashes", "a frequency or a name"


def leaving_words(leave: tuple[str, ...], harm: str) -> str:
    """Say that a taken slot is left as it is, and what the next key would do to it (a clause)."""
    stop = f"stop, and leave it as it is with {', '.join(leave)}" if leave else "stop"
    return f"{stop}. {harm} for good"
