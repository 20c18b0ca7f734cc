"""Carrying out written actions on a twin, ``until`` included."""

from dataclasses import dataclass

from vocator.core.radio.actions import Action
from vocator.core.radio.display import Display, display
from vocator.core.radio.inputs import Chord, Hold, Input, Tap, Turn, Wait
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

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
            if given.key.isdigit():
                self.digits += 1
            else:
                self.taps += 1
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


@dataclass(frozen=True, slots=True)
class Done:
    """What one action led to."""

    state: State
    beeps: tuple[str, ...]
    transmitting_hz: int | None


def perform(twin: Twin, s: State, action: Action, tally: Tally | None = None) -> Done:
    """Carry out one action; raises UntilFailed."""
    beeps: tuple[str, ...] = ()
    sent: int | None = None
    if action.until is None:
        for given in action.inputs:
            if tally is not None:
                tally.add(given)
            s, effects = twin.act(s, given)
            beeps += effects.beeps
            sent = effects.transmitting_hz if effects.transmitting_hz is not None else sent
        return Done(s, beeps, sent)
    return _until(twin, s, action, tally)


def _until(twin: Twin, s: State, action: Action, tally: Tally | None) -> Done:
    target = action.until
    assert target is not None
    jump = _distance(twin, s, action)
    if jump is not None:
        for given in jump:
            if tally is not None:
                tally.add(given)
            s, _ = twin.act(s, given)
        if target not in display(twin, s).focus:
            raise UntilFailed(action.text, display(twin, s))
        return Done(s, (), None)
    return _step_until(twin, s, action, target, tally)


def _step_until(twin: Twin, s: State, action: Action, target: str, tally: Tally | None) -> Done:
    """Repeat the unit one by one, turning back where the list ends."""
    inputs = action.inputs
    beeps: tuple[str, ...] = ()
    sent: int | None = None
    ends = 0
    seen = {s._replace(idle_ms=0, message="", message_ms=0)}
    for _ in range(MOST_REPEATS):
        if target in display(twin, s).focus:
            return Done(s, beeps, sent)
        before = s
        for given in inputs:
            if tally is not None:
                tally.add(given)
            s, effects = twin.act(s, given)
            beeps += effects.beeps
            sent = effects.transmitting_hz if effects.transmitting_hz is not None else sent
        plain = s._replace(idle_ms=0, message="", message_ms=0)
        if plain == before._replace(idle_ms=0, message="", message_ms=0) and isinstance(inputs[-1], Turn) and ends == 0:
            ends, inputs = 1, (*inputs[:-1], Turn(inputs[-1].dial, -inputs[-1].clicks))
        elif (ends == 0 and plain in seen) or (ends == 1 and plain == before._replace(idle_ms=0, message="", message_ms=0)):
            break
        seen.add(plain)
    raise UntilFailed(action.text, display(twin, s))


def _distance(twin: Twin, s: State, action: Action) -> list[Input] | None:
    """Return the inputs that lead to the target at once, None where that cannot be told.

    Values, lists and pickers move evenly, so that the clicks can be counted: ``turn(n)``
    equals n clicks.
    """
    if len(action.inputs) != 1 or s.typed or s.message:
        return None
    given = action.inputs[0]
    table = twin.tables[s.screen]
    if isinstance(given, Turn):
        handler, direction = table.turns.get(given.dial), 1 if given.clicks > 0 else -1
    elif isinstance(given, Tap):
        handler = table.taps.get(given.key)
        direction = handler.clicks if handler else 0
    else:
        return None
    if handler is None or direction == 0 or handler.name not in ("change", "scroll", "pick"):
        return None
    place = _places(twin, s, handler.name, action.until or "")
    if place is None:
        return None
    at, to, count, wraps = place
    if at == to:
        return []
    ahead = (to - at) * direction
    if wraps:
        return _times(twin, given, direction, ahead % count)
    if ahead > 0:
        return _times(twin, given, direction, ahead)
    to_end = (count - 1 - at) if direction > 0 else at
    return [*_times(twin, given, direction, to_end + 1), *_times(twin, given, -direction, to_end + abs(to - at))]


def _times(twin: Twin, given: Input, direction: int, count: int) -> list[Input]:
    if isinstance(given, Turn):
        return [Turn(given.dial, direction * count)] if count else []
    opposite = {clicks: key for key, clicks in twin.profile.turn_keys}
    return [Tap(opposite[direction])] * count


def _places(twin: Twin, s: State, verb: str, target: str) -> tuple[int, int, int, bool] | None:
    """Return where the mark stands, where the target is, how many places there are, whether they wrap."""
    if verb == "change":
        setting = twin.settings[s.opened]
        to = setting.domain.find_text(target)
        return None if to is None or not setting.turned else (s.value, to, setting.domain.count, setting.wraps)
    if verb == "pick":
        to = twin.profile.slot_index(target)
        if to is None or twin.profile.slot_text(to) != target:
            return None
        return s.pick, to, twin.profile.slot_count, True
    screen = twin.screens[s.screen]
    for index, entry in enumerate(screen.entries):
        if target in (entry.name, entry.number):
            return s.cursor, index, len(screen.entries), screen.wraps
    return None
