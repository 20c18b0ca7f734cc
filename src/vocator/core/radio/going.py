"""Ways between screens that verbs share: home, back, up to a list, into a screen; refusing, saying, beginning an editor."""

from collections.abc import Callable

from vocator.core.radio.machine import Machine
from vocator.core.radio.screens import (
    FiguresScreen,
    LabelScreen,
    ListScreen,
    PageScreen,
    PanelScreen,
    ValueScreen,
)
from vocator.core.radio.state import LABEL, LOW, Effects, State

Outcome = tuple[State, Effects]
Verb = Callable[[Machine, State, str, int], Outcome]


def refused(m: Machine, s: State) -> Outcome:
    """Refuse: one low beep, and the radio's word for an error for a while."""
    return s._replace(typed="", message=m.profile.common.error, message_ms=m.profile.common.message_ms), LOW


def say(m: Machine, s: State, message: str) -> State:
    """Show a message for a while."""
    return s._replace(message=message, message_ms=m.profile.common.message_ms) if message else s


def go_home(m: Machine, s: State) -> State:
    """Leave whatever is open for the rest screen of the mode."""
    return s._replace(
        screen=s.modes[s.unit],
        stack=(),
        opened=-1,
        outer=None,
        typed="",
        letters="",
        place=-1,
        letter_key="",
        letter_taps=0,
        searched_ms=0,
        pending=(),
    )


def go_back(m: Machine, s: State) -> State:
    """Leave the screen for the one that it was opened from."""
    if not s.stack:
        return go_home(m, s)
    to = m.screens[s.stack[-1]]
    if to.over_rest and not isinstance(to, PageScreen):
        return go_home(m, s)
    opened = -1 if to.over_rest or isinstance(to, (ListScreen, PanelScreen)) else s.opened
    cursor = s.cursor
    if isinstance(to, ListScreen):
        cursor = s.cursors[s.stack[-1]]
    s = s._replace(
        screen=s.stack[-1],
        stack=s.stack[:-1],
        opened=opened,
        outer=None,
        cursor=cursor,
        typed="",
        letters="",
        place=-1,
        letter_key="",
        searched_ms=0,
    )
    if to.over_rest:
        return s._replace(pending=())
    begins = isinstance(to, (LabelScreen, FiguresScreen)) or (isinstance(to, ValueScreen) and to.setting is not None)
    return begun_editor(m, s) if begins else s


def up_to_list(m: Machine, s: State) -> State:
    """Go up until a list shows, home where there is none."""
    while s.stack and not isinstance(m.screens[s.screen], ListScreen):
        s = go_back(m, s)
    return s


def push(s: State, screen: int) -> State:
    """Go into a screen, remembering the way back."""
    return s._replace(screen=screen, stack=(*s.stack, s.screen), typed="", letter_key="")


def begun_editor(m: Machine, s: State) -> State:
    """Let the editor on the screen begin: with what already waits for the end of its dialogue, else with what is there."""
    screen, waits = m.screens[s.screen], dict(s.pending)
    stored = s.slots[s.pick] if s.pick < len(s.slots) else None
    if isinstance(screen, LabelScreen):
        kept = waits.get(LABEL)
        old: str | None = {"old": (stored.label or "") if stored is not None else "", "blank": ""}.get(screen.label_starts)
        if kept is not None:
            old = str(kept)
        letters = old[: screen.length].ljust(screen.length) if old is not None and not screen.keyboard else ""
        return s._replace(letters=letters, place=0 if letters or screen.letters else -1)
    own_setting = screen.setting if isinstance(screen, ValueScreen) else None
    setting = s.opened if own_setting is None else own_setting
    if setting >= 0:
        own = m.settings[setting].scope == "slot"
        value = waits.get(setting, m.mark_of(stored, setting) if own else m.get(s, setting))
        s = s._replace(opened=setting, value=int(value))
    if isinstance(screen, FiguresScreen):
        text = m.frequency(m.freq(s)) if screen.of == "frequency" else m.settings[s.opened].domain.text(s.value)
        return s._replace(letters=text, place=place_of(text, screen.cursor_at), typed="")
    return s


def place_of(text: str, figure: int) -> int:
    """Return where the figure of a number stands in a text of figures and signs."""
    places = [i for i, c in enumerate(text) if c.isdigit()]
    return places[min(figure, len(places) - 1)]


def noted_open(m: Machine, s: State) -> State:
    """Note what was opened last, on radios that have a key which opens it again."""
    return s._replace(last=(s.screen, s.opened, s.stack)) if m.reopens else s
