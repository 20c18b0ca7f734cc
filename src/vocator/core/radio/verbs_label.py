"""Verbs of the label editor that works place by place.

``letters`` holds the characters chosen so far, ``place`` the one being chosen: -1
before the first (only dots show), ``len(letters)`` once nothing blinks any more.
"""

from vocator.core.radio.going import Outcome, Verb, go_back, go_home
from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.screens import FiguresScreen, LabelScreen, PickerScreen
from vocator.core.radio.state import LOW, NOTHING, State
from vocator.core.radio.verbs import STOPS
from vocator.core.radio.verbs_entry import move_cursor, turn_figure


def blinking(s: State) -> bool:
    """Whether a place is being chosen."""
    return 0 <= s.place < len(s.letters)


def choose(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Turn the blinking place through the characters, or the figure under a cursor."""
    if isinstance(m.screens[s.screen], FiguresScreen):
        return turn_figure(m, s, n)
    if not blinking(s):
        return s, LOW
    characters = m.showing(s, LabelScreen).characters
    at = characters.find(s.letters[s.place])
    to = at + n if at >= 0 else n - (n > 0)
    letter = characters[min(max(to, 0), len(characters) - 1) if arg == STOPS else to % len(characters)]
    return s._replace(letters=s.letters[: s.place] + letter + s.letters[s.place + 1 :]), NOTHING


def forward(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go on to the next place; once nothing blinks, wipe all and start over."""
    screen = m.showing(s, LabelScreen)
    if s.place < 0:
        return s._replace(letters=screen.characters[0] * screen.length, place=0), NOTHING
    if not blinking(s):
        return s._replace(letters="", place=-1), NOTHING
    return s._replace(place=s.place + 1), NOTHING


def onward(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go on to the next place; it stops at the last."""
    if isinstance(m.screens[s.screen], FiguresScreen):
        return move_cursor(m, s, 1)
    return (s._replace(place=s.place + 1), NOTHING) if s.place + 1 < len(s.letters) else (s, LOW)


def backward(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go back to the place before."""
    if isinstance(m.screens[s.screen], FiguresScreen):
        return move_cursor(m, s, -1)
    return (s._replace(place=s.place - 1), NOTHING) if s.place > 0 else (s, LOW)


def cut(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Let the blinking place and those after it vanish."""
    return (s._replace(letters=s.letters[: s.place]), NOTHING) if blinking(s) else (s, LOW)


def leave_label(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Leave: a finished label is kept, an unfinished one dropped."""
    stored = s.slots[s.pick]
    if s.place >= 0 and not blinking(s) and stored is not None:
        label = s.letters if s.letters.strip() else None
        s = s._replace(slots=with_item(s.slots, s.pick, stored._replace(label=label)))
    return go_home(m, s), NOTHING


def back_or_leave(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go back to the place before; on the first, leave and drop."""
    return (s._replace(place=s.place - 1), NOTHING) if s.place > 0 else (go_back(m, s), NOTHING)


def push_on(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go on to the next place; after the last the label is kept."""
    if s.place + 1 < len(s.letters):
        return s._replace(place=s.place + 1), NOTHING
    return go_back(m, _with_label(m, s)), NOTHING


def keep_pushed(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the label as far as it was pushed, the old one if it was not, and leave."""
    return go_home(m, _with_label(m, s._replace(letters=s.letters[: s.place])) if s.place > 0 else s), NOTHING


def letter(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Choose a letter by repeated taps; another key changes the same place, or goes on, a pause goes on to the next."""
    screen = m.screens[s.screen]
    assert isinstance(screen, (LabelScreen, PickerScreen))
    group = dict(screen.letters).get(str(n))
    if group is None:
        return s, LOW
    going_on = s.place < len(s.letters) and s.idle_ms < m.profile.common.letter_ms
    going_on = going_on and not (screen.goes_on and s.letter_key != str(n))
    if not going_on and len(s.letters) >= screen.length:
        return s, LOW
    taps = (s.letter_taps + 1) % len(group) if going_on and s.letter_key == str(n) else 0
    place = s.place if going_on else len(s.letters)
    letters = s.letters[:place] + group[taps]
    return s._replace(letters=letters, place=place, letter_key=str(n), letter_taps=taps, idle_ms=0), NOTHING


def next_place(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go on to the next place without a pause."""
    return s._replace(place=len(s.letters), letter_key=""), NOTHING


def relabel(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the typed label for the slot shown; with nothing typed the old one stays."""
    return go_home(m, _with_label(m, s) if s.letters else s), NOTHING


def _with_label(m: Machine, s: State) -> State:
    stored = s.slots[s.pick]
    screen = m.screens[s.screen]
    letters = s.letters.rstrip() if isinstance(screen, LabelScreen) and screen.trims else s.letters
    if stored is None:
        return s
    lit = bool(letters) if m.profile.lit_labels else stored.lit
    return s._replace(slots=with_item(s.slots, s.pick, stored._replace(label=letters or None, lit=lit)))


def keep_label(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the label as it stands and return to the list."""
    return go_back(m, _with_label(m, s)), NOTHING


def keep_label_home(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the label as it stands and leave for the rest screen."""
    return go_home(m, _with_label(m, s)), NOTHING


LABEL_VERBS: dict[str, Verb] = {
    "choose": choose,
    "forward": forward,
    "onward": onward,
    "push_on": push_on,
    "back_or_leave": back_or_leave,
    "keep_pushed": keep_pushed,
    "letter": letter,
    "next_place": next_place,
    "relabel": relabel,
    "keep_label": keep_label,
    "keep_label_home": keep_label_home,
    "backward": backward,
    "cut": cut,
    "leave_label": leave_label,
}
