"""What can be touched on a screen at a moment: its buttons, its entries, its lines."""

from vocator.core.radio.inputs import TOUCH
from vocator.core.radio.screens import ListScreen, PickerScreen, ValueScreen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

LINES_AROUND = 4


def touchables(twin: Twin, s: State) -> list[tuple[str, bool]]:
    """Return the names of what can be touched now, each with whether it may also be held."""
    screen, table = twin.screens[s.screen], twin.tables[s.screen]
    held = {key.removeprefix(TOUCH) for key in table.holds if key.startswith(TOUCH)}
    names = {key.removeprefix(TOUCH): None for key in (*table.taps, *table.holds) if key.startswith(TOUCH)}
    names.pop("OWN", None)
    if isinstance(screen, ListScreen) and screen.touched:
        names |= {entry.name: None for entry in screen.entries}
    if isinstance(screen, ValueScreen) and screen.touched:
        names[twin.settings[s.opened].name] = None
    if isinstance(screen, PickerScreen) and screen.touched:
        around = range(s.pick - LINES_AROUND // 2, s.pick + LINES_AROUND // 2 + 1)
        names |= {f"line {twin.profile.slot_text(i)}": None for i in around if 0 <= i < len(s.slots)}
    return [(name, name in held) for name in names]
