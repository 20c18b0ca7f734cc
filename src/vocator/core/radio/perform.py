"""Carrying out written actions on a twin, ``until`` included."""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import groupby

from vocator.core.radio.actions import Action, Until, parse_actions
from vocator.core.radio.display import Display
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.kept import per_machine
from vocator.core.radio.moved_values import clicks_to
from vocator.core.radio.screens import FiguresScreen, LabelScreen, LayerScreen, ListScreen, PanelScreen, PickerScreen
from vocator.core.radio.state import State
from vocator.core.radio.tables import Handler
from vocator.core.radio.twin import Twin
from vocator.core.radio.verbs import STOPS
from vocator.core.radio.verbs_label import blinking

MOST_REPEATS = 20_000


@dataclass(slots=True)
class Tally:
    """What was pressed: the effort of a run, in presses and in milliseconds of prescribed time."""

    taps: int = 0
    holds: int = 0
    clicks: int = 0
    digits: int = 0
    touches: int = 0
    hold_ms: int = 0
    wait_ms: int = 0

    def add(self, given: Input) -> None:
        """Count one input."""
        if isinstance(given, Tap):
            if given.key.isdigit() or given.key == ".":
                self.digits += 1
            elif given.key.startswith(TOUCH):
                self.touches += 1
            else:
                self.taps += 1
        elif isinstance(given, Type):
            self.touches += len(given.text)
        elif isinstance(given, Hold):
            self.holds += 1
            self.hold_ms += given.ms
        elif isinstance(given, Turn):
            self.clicks += abs(given.clicks)
        elif isinstance(given, Wait):
            self.wait_ms += given.ms
        elif isinstance(given, Chord):
            self.taps += 1
            self.add(given.then)


class UntilFailed(Exception):
    """An ``until`` that went all the way round without finding its text."""

    def __init__(self, action: str, shown: Display) -> None:
        self.action, self.shown = action, shown
        super().__init__(f"{action}: not found in a full round; the display shows: {shown.text}")

    def __reduce__(self) -> tuple[type["UntilFailed"], tuple[str, Display]]:
        return UntilFailed, (self.action, self.shown)


@dataclass(frozen=True, slots=True)
class Done:
    """What one action led to."""

    state: State
    beeps: tuple[str, ...]
    transmitting_hz: int | None


@per_machine
def actions_of(twin: Twin, text: str) -> tuple[Action, ...]:
    """Return the actions of one written line, read once per radio; raises ActionError."""
    return tuple(parse_actions(twin.profile, text))


def perform(twin: Twin, s: State, action: Action, tally: Tally | None = None) -> Done:
    """Carry out one action; raises UntilFailed."""
    beeps: tuple[str, ...] = ()
    sent: int | None = None
    if isinstance(action, Until):
        return _until(twin, s, action, tally)
    for given in action.inputs:
        if tally is not None:
            tally.add(given)
        s, effects = twin.act(s, given)
        beeps += effects.beeps
        sent = effects.transmitting_hz if effects.transmitting_hz is not None else sent
    return Done(s, beeps, sent)


def _until(twin: Twin, s: State, action: Until, tally: Tally | None) -> Done:
    target = action.until
    if len(action.inputs) == 1 and (leapt := twin.leap(s, action.inputs[0], target)) is not None:
        return Done(leapt, (), None)
    try:
        jump = _distance(twin, s, action)
    except UntilFailed:
        if target in focus(twin, s, action):
            return Done(s, (), None)
        raise
    if jump is not None:
        for given, again in groupby(jump):
            times = len(list(again))
            if tally is not None:
                for _ in range(times):
                    tally.add(given)
            s = twin.repeated(s, given, times)
        if target not in focus(twin, s, action):
            raise UntilFailed(action.text, twin.seen(s))
        return Done(s, (), None)
    return _step_until(twin, s, action, target, tally)


def focus(twin: Twin, s: State, action: Until) -> tuple[str, ...]:
    """Return what ``until`` compares with: what is being changed; on a panel, the value beneath the button."""
    given = action.inputs[-1]
    screen = twin.screens[s.screen]
    if isinstance(screen, PanelScreen) and isinstance(given, Tap):
        handler = twin.tables[s.screen].taps.get(given.key)
        if handler is not None and handler.name == "step":
            setting = twin.profile.setting_named(handler.arg)
            return (twin.settings[setting].domain.text(twin.get(s, setting)),)
    return twin.seen(s).focus


def _step_until(twin: Twin, s: State, action: Until, target: str, tally: Tally | None) -> Done:
    """Repeat the unit one by one, turning back where the list ends."""
    inputs = action.inputs
    beeps: tuple[str, ...] = ()
    sent: int | None = None
    ends, begins = 0, True
    seen = {s._replace(idle_ms=0, message="", message_ms=0)}
    for _ in range(MOST_REPEATS):
        if target in focus(twin, s, action):
            return Done(s, beeps, sent)
        before = s
        for given in inputs:
            if tally is not None:
                tally.add(given)
            s, effects = twin.act(s, given)
            beeps += effects.beeps
            sent = effects.transmitting_hz if effects.transmitting_hz is not None else sent
        out = begins and isinstance(twin.screens[before.screen], LayerScreen) and s.screen != before.screen
        begins = False
        if out or ((before.typed or before.message) and not (s.typed or s.message)):
            done = _until(twin, s, action, tally)  # what is left can be counted now
            return Done(done.state, beeps + done.beeps, done.transmitting_hz if done.transmitting_hz is not None else sent)
        plain = s._replace(idle_ms=0, message="", message_ms=0)
        back = _back(twin, inputs[-1]) if ends == 0 else None
        if plain == before._replace(idle_ms=0, message="", message_ms=0) and back is not None:
            ends, inputs = 1, (*inputs[:-1], back)
        elif (ends == 0 and plain in seen) or (ends == 1 and plain == before._replace(idle_ms=0, message="", message_ms=0)):
            break
        seen.add(plain)
    raise UntilFailed(action.text, twin.seen(s))


def _back(twin: Twin, given: Input) -> Input | None:
    """Return the opposite of a click or of a key that counts as one."""
    if isinstance(given, Turn):
        return Turn(given.dial, -given.clicks)
    if isinstance(given, Chord):
        then = _back(twin, given.then)
        return Chord(given.held, then) if isinstance(then, Tap | Turn) else None
    opposite = _opposites(twin).get(given.key) if isinstance(given, Tap) else None
    return Tap(opposite) if opposite is not None else None


@per_machine
def _opposites(twin: Twin) -> dict[str, str]:
    """Return which key leads back from where a key leads."""
    pairs = [twin.pair(b.press) for x in twin.screens for b in x.bind if b.press.kind == "pair"]
    opposite = {a: b for pair in pairs for a, b in (pair, pair[::-1])}
    return opposite | {a: b for a, n in twin.profile.turn_keys for b, m in twin.profile.turn_keys if n == -m}


def _distance(twin: Twin, s: State, action: Until) -> list[Input] | None:
    """Return the inputs that lead to the target at once, None where that cannot be told.

    Values, lists and pickers move evenly, so that the clicks can be counted: ``turn(n)``
    equals n clicks.
    """
    if len(action.inputs) != 1 or s.typed or s.message:
        return None
    given = action.inputs[0]
    if isinstance(given, Turn):
        handler, direction = twin.turned(s, given.dial), 1 if given.clicks > 0 else -1
    elif isinstance(given, Tap):
        handler = twin.tapped(s, given.key)
        direction = handler.clicks if handler else 0
    else:
        return None
    if handler is not None and direction and handler.name == "choose":
        screen = twin.screens[s.screen]
        if isinstance(screen, FiguresScreen):
            return _figures(twin, s, given, direction, action.until)
        if isinstance(screen, LabelScreen) and blinking(s) and not uneven(twin, s, handler):
            return _letters(twin, s, screen, given, direction, action.until)
    if handler is None or direction == 0 or handler.name not in ("change", "scroll", "pick", "tune") or uneven(twin, s, handler):
        return None
    if handler.name == "tune" or (handler.name == "change" and twin.settings[s.opened].by_step):
        return _far(twin, s, given, direction, handler.name, action.until)
    place = _places(twin, s, handler.name, action.until)
    if place is None:
        if handler.name != "pick" or not twin.profile.group_size:
            raise UntilFailed(action.text, twin.seen(s))  # a full round would not come by it
        return None
    at, to, count, wraps = place
    if at == to:
        return []
    ahead = (to - at) * direction
    if wraps:
        return _times(twin, given, True, ahead % count)
    if ahead > 0:
        return _times(twin, given, True, ahead)
    to_end = (count - 1 - at) if direction > 0 else at
    return [*_times(twin, given, True, to_end + 1), *_times(twin, given, False, to_end + abs(to - at))]


def _letters(twin: Twin, s: State, screen: LabelScreen, given: Input, direction: int, target: str) -> list[Input] | None:
    """Count the clicks that bring the blinking letter to a target."""
    letter = " " if target == "space" else target
    at, to = screen.characters.find(s.letters[s.place]), screen.characters.find(letter)
    if at < 0 or to < 0 or len(letter) != 1:
        return None
    return _times(twin, given, True, (to - at) * direction % len(screen.characters))


def _figures(twin: Twin, s: State, given: Input, direction: int, target: str) -> list[Input] | None:
    """Count the clicks that bring the figure under a cursor to a target; with a carry, the number as far as the cursor."""
    if len(target) == 1 and target.isdigit():
        return _times(twin, given, True, (int(target) - int(s.letters[s.place])) * direction % 10)
    if not twin.showing(s, FiguresScreen).carry or len(target) != s.place + 1 or not target.replace(".", "").isdigit():
        raise UntilFailed(f"until {target}", twin.seen(s))  # nothing of the kind ever stands there
    at, to = (int("".join(c for c in text if c.isdigit())) for text in (s.letters[: s.place + 1], target))
    if (to - at) * direction >= 0:
        return _times(twin, given, True, abs(to - at))
    end = 10 ** sum(c.isdigit() for c in target) - 1 - at if direction > 0 else at
    return [*_times(twin, given, True, end + 1), *_times(twin, given, False, end + abs(to - at))]


def uneven(twin: Twin, s: State, handler: Handler) -> bool:
    """Whether a press leads unevenly through what there is: by several, by what is free, or only where something holds."""
    screen = twin.screens[s.screen]
    own = handler.by != 1 or handler.arg == STOPS or handler.other is not None or handler.only is not None
    return own or (
        handler.name == "pick" and isinstance(screen, PickerScreen) and (screen.order != "numbers" or bool(screen.passes))
    )


def _far(twin: Twin, s: State, given: Input, direction: int, verb: str, target: str) -> list[Input] | None:
    """Count the clicks to a frequency or to an offset that goes by the tuning step, without carrying them out."""
    if verb == "change":
        value, setting = s.value, twin.settings[s.opened]
        wanted = setting.domain.find_text(target)
        if wanted is None:
            raise UntilFailed(f"until {target}", twin.seen(s))
        clicks = clicks_to(twin, s, s.opened, value, wanted, direction)
        if clicks is None:
            raise UntilFailed(f"until {target}", twin.seen(s))
        return _times(twin, given, True, clicks)
    if twin.in_memory(s):
        return None
    hz, step = twin.freq(s), 1_000_000 if s.coarse else twin.step_hz(s)
    low, high = next(((a, b) for a, b in twin.profile.receive_hz if a <= hz <= b), (hz, hz))
    within = re.fullmatch(r"\d+(\.\d+)?", target) and low <= float(target) * 1e6 + 1e6 and float(target) * 1e6 <= high
    if within and not isinstance(given, Turn):
        return None
    for way in (direction, -direction) if within else ():
        to, count = hz, 0
        while low <= to <= high:
            if (str(to // 1_000_000) if s.coarse else twin.frequency(to)) == target:
                ahead = _times(twin, given, way == direction, count)
                if way == direction:
                    return ahead
                end = (high - hz) // step if direction > 0 else (hz - low) // step
                return [*_times(twin, given, True, end + 1), *_times(twin, given, False, end + count)]
            to, count = to + way * step, count + 1
    signs = {r.icon for r in twin.profile.icons if r.fact == "shift"}
    if twin.profile.shift_on_click and target in signs and isinstance(given, Turn):
        edges = [(edge - hz) * direction for rule in twin.profile.shift_table for edge in (rule.low_hz, rule.high_hz)]
        for count in sorted({-(-edge // step) for edge in edges if edge > 0}):
            turned: list[Input] = [Turn(given.dial, direction * count)]
            if target in twin.seen(twin.act(s, turned[0])[0]).icons:
                return turned
    raise UntilFailed(f"until {target}", twin.seen(s))  # the dial goes through frequencies only


def _times(twin: Twin, given: Input, onward: bool, count: int) -> list[Input]:
    """Return so many clicks or taps as given, or of the opposite."""
    if isinstance(given, Turn):
        sign = 1 if (given.clicks > 0) == onward else -1
        return [Turn(given.dial, sign * count)] if count else []
    return [given if onward else _back(twin, given) or given] * count


def _places(twin: Twin, s: State, verb: str, target: str) -> tuple[int, int, int, bool] | None:
    """Return where the mark stands, where the target is, how many places there are, whether they wrap."""
    if verb == "change":
        setting = twin.settings[s.opened]
        to = setting.domain.find_text(target)
        return None if to is None or not setting.turned else (s.value, to, setting.domain.count, setting.wraps)
    if verb == "pick":
        to = twin.profile.slot_index(target)
        if to is None or twin.profile.slot_text(to) != target or twin.profile.group_size:
            return None
        return s.pick, to, twin.profile.slot_count, not twin.showing(s, PickerScreen).stops
    screen = twin.showing(s, ListScreen)
    for index, entry in enumerate(screen.entries):
        if target in (entry.text, entry.number):
            return s.cursor, index, len(screen.entries), screen.wraps
    return None


def carry_out(twin: Twin, state: State, texts: Iterable[str]) -> State:
    """Return the state after written actions; raises ActionError, UntilFailed."""
    for text in texts:
        for action in actions_of(twin, text):
            state = perform(twin, state, action).state
    return state
