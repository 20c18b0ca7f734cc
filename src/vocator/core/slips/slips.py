"""Slips: every single wrong action at every point of a sheet, and where it is noticed.

A slip is noticed at the first step after which the display differs from what the sheet
draws there, or where it sends unasked.  Between the slip and that step the operator goes on as written, looking at
the display only where the sheet says so.  Within a turn the points are before its first
and before its last click.
"""

from collections.abc import Container, Iterable, Iterator
from dataclasses import dataclass, field
from functools import cached_property
from itertools import accumulate

from vocator.core.goals.effort import seconds
from vocator.core.goals.sheet import FOUND, Sheet, Step, grouped
from vocator.core.proving.operator import Run, follow
from vocator.core.radio.actions import Action, Until
from vocator.core.radio.display import Display, display
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.perform import Tally, UntilFailed, actions_of, perform
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

MOST_POINTS = 4
LIKELY = {
    "one click off": 6, "twice": 5, "held for a tap": 5, "tapped for a hold": 5, "digits swapped": 5, "missing digit": 5,
    "done again": 5, "waited too long": 4, "wrong digit": 4, "key beside": 4, "wrong letter": 4,
}  # fmt: skip
"""How likely each kind of slip is against the others, by what operators report; any other key counts 1."""


@dataclass(frozen=True, slots=True)
class Slip:
    """One wrong action: ``wrong`` in place of ``right``, the input number ``point`` of an action of a step.

    ``taken`` is how many inputs it stands for: two where they were swapped.
    """

    step: int
    action: int
    point: int
    kind: str
    wrong: tuple[Input, ...]
    right: Input | None
    taken: int = 1

    @property
    def weight(self) -> int:
        """How likely it is against other slips."""
        return LIKELY.get(self.kind, 1)


@dataclass(frozen=True, slots=True)
class Outcome:
    """What a slip came to: the step at which it was noticed (-1: never), the state there, what was sent."""

    course: "Course" = field(repr=False)
    slip: Slip
    noticed: int
    state: State
    sent: tuple[int, ...] = ()

    @property
    def weight(self) -> int:
        """How likely it is against other outcomes: a slip of the step where it is noticed counts most."""
        return self.slip.weight * (4 if self.slip.step == self.noticed else 1)


@dataclass(slots=True)
class _Recorder(Tally):
    """A tally that keeps the inputs themselves."""

    inputs: list[Input] = field(default_factory=list)

    def add(self, given: Input) -> None:
        """Keep one input."""
        self.inputs += one_by_one((given,))


def one_by_one(inputs: Iterable[Input]) -> list[Input]:
    """Return inputs as slips meet them: many clicks come apart into all but the last, and the last."""
    found: list[Input] = []
    for given in inputs:
        if isinstance(given, Turn) and abs(given.clicks) > 1:
            one = 1 if given.clicks > 0 else -1
            found += [Turn(given.dial, given.clicks - one), Turn(given.dial, one)]
        else:
            found.append(given)
    return found


class Hand:
    """Carries out actions rightly or with a slip in them, on a twin of any kind."""

    def __init__(self, twin: Twin) -> None:
        self.twin = twin

    def slipped(self, state: State, actions: list[Action], slip: Slip) -> tuple[State, tuple[int, ...], bool]:
        """Carry out the actions of a step with a slip in one of them; returns the state, what was sent, whether an ``until`` failed."""
        state, sent, failed = self.all(state, actions[: slip.action])
        state, more, failed = self.wrong(state, actions[slip.action], slip)
        sent += more
        if not failed:
            state, more, failed = self.all(state, actions[slip.action + 1 :])
            sent += more
        return state, sent, failed

    def wrong(self, state: State, action: Action, slip: Slip) -> tuple[State, tuple[int, ...], bool]:
        """Carry out one action with its slip in it."""
        sent: tuple[int, ...] = ()
        inputs = self.inputs(state, action)
        for given in (*inputs[: slip.point], *slip.wrong):
            state, effects = self.twin.act(state, given)
            sent += (effects.transmitting_hz,) if effects.transmitting_hz is not None else ()
        if isinstance(action, Until) and slip.kind not in ("one click off", "done again"):
            state, more, failed = self.all(state, [action])
            return state, sent + more, failed
        for given in inputs[slip.point + slip.taken :]:
            state, effects = self.twin.act(state, given)
            sent += (effects.transmitting_hz,) if effects.transmitting_hz is not None else ()
        return state, sent, False

    def all(self, state: State, actions: list[Action]) -> tuple[State, tuple[int, ...], bool]:
        """Carry out actions as they are written, up to an ``until`` that fails."""
        sent: tuple[int, ...] = ()
        for action in actions:
            try:
                done = perform(self.twin, state, action)
            except UntilFailed:
                return state, sent, True
            state = done.state
            sent += (done.transmitting_hz,) if done.transmitting_hz is not None else ()
        return state, sent, False

    def inputs(self, state: State, action: Action) -> list[Input]:
        """Return the inputs that an action comes to."""
        recorder = _Recorder()
        perform(self.twin, state, action, recorder)
        return recorder.inputs


class Course:
    """A sheet followed rightly from one start: what every slip is held against."""

    def __init__(self, twin: Twin, sheet: Sheet, start: State) -> None:
        self.twin, self.sheet, self.start, self.hand = twin, sheet, start, Hand(twin)
        self.steps = sheet.steps()
        self.run: Run = follow(twin, sheet, start)
        self._after: dict[tuple[int, State], tuple[int, State, tuple[int, ...]]] = {}

    @cached_property
    def groups(self) -> list[list[int]]:
        """The numbers of the steps, alternatives together."""
        found, number = [], 0
        for run in grouped(self.steps):
            found.append(list(range(number, number + len(run))))
            number += len(run)
        return found

    def rest_s(self, step: int) -> float:
        """Return the effort of the sheet from a step on when all goes right, in seconds."""
        return self._rest_s[step] if step < len(self._rest_s) else 0.0

    @cached_property
    def _rest_s(self) -> list[float]:
        each = []
        for number, step in enumerate(self.steps):
            tally = Tally()
            if self.run.frames[number].done:
                self._tallied(self.before(number), self.actions(step), tally)
            each.append(seconds(tally, int(self.run.frames[number].done)))
        return list(accumulate(reversed(each)))[::-1]

    def points_within(self, number: int) -> Iterator[tuple[tuple[str, ...], float]]:
        """Yield what is left of a step after each of its actions but the last, and the effort from there on, in seconds."""
        step = self.steps[number]
        if not self.run.frames[number].done or step.when or step.group or step.on_air or step.notes:
            return
        actions, state = self.actions(step), self.before(number)
        looked = sum(len(actions_of(self.twin, a)) for a in step.actions[: step.look.after]) if step.look else 0
        for at in range(1, len(actions)):
            state = perform(self.twin, state, actions[at - 1]).state
            tally = Tally()
            if at < looked:  # the slot is not picked and written without a look at it
                continue
            self._tallied(state, actions[at:], tally)
            yield tuple(a.text for a in actions[at:]), seconds(tally, 1) + self.rest_s(number + 1)

    def _tallied(self, state: State, actions: list[Action], tally: Tally) -> None:
        for action in actions:
            state = perform(self.twin, state, action, tally).state

    def before(self, step: int) -> State:
        """Return the state before a step."""
        return self.run.frames[step - 1].state if step else self.start

    def seen(self, step: int) -> Display:
        """Return what the sheet draws after a step."""
        return self.run.frames[step].seen

    def actions(self, step: Step) -> list[Action]:
        """Return the actions of a step."""
        return [one for a in step.actions for one in actions_of(self.twin, a.replace(FOUND, self.run.noted))]

    # -- going on after a slip ---------------------------------------------------------

    def replay(self, slip: Slip) -> Outcome:
        """Carry out a slip and go on as written until it is noticed or the sheet ends."""
        state, sent, failed = self._slipped(slip)
        wrongly_sent = bool(sent) and not self.steps[slip.step].on_air  # the radio shows and sounds that it sends
        if failed or wrongly_sent or not self._agrees(slip.step, state):
            return Outcome(self, slip, slip.step, state, sent)
        noticed, state, more = self._go_on(slip.step, state)
        return Outcome(self, slip, noticed, state, sent + more)

    def carried(self, slip: Slip, until_step: int) -> State:
        """Return the state when a slip was made and the sheet followed to a step without looking at it."""
        state, _, failed = self._slipped(slip)
        for number in range(slip.step + 1, until_step + 1):
            if failed:
                break
            if self.run.frames[number].done:
                state, _, failed = self.hand.all(state, self.actions(self.steps[number]))
        return state

    def _slipped(self, slip: Slip) -> tuple[State, tuple[int, ...], bool]:
        return self.hand.slipped(self.before(slip.step), self.actions(self.steps[slip.step]), slip)

    def _agrees(self, step: int, state: State) -> bool:
        return display(self.twin, state).text == self.run.frames[step].seen.text

    def _go_on(self, step: int, state: State) -> tuple[int, State, tuple[int, ...]]:
        """Go on after a step that looked right; returns where it was noticed, -1 for never."""
        key = (step, state)
        if key in self._after:
            return self._after[key]
        first = state
        sent: tuple[int, ...] = ()
        result: tuple[int, State, tuple[int, ...]] | None = None
        for number in range(step + 1, len(self.steps)):
            if state == self.run.frames[number - 1].state:
                result = (-1, self.run.state, sent)
                break
            if not self.run.frames[number].done:
                continue
            state, more, failed = self.hand.all(state, self.actions(self.steps[number]))
            sent += more
            if failed or not self._agrees(number, state):
                result = (number, state, sent)
                break
        result = result or (-1, state, sent)
        self._after[(step, first)] = result
        return result

    # -- all single slips --------------------------------------------------------------

    def slips(self, steps: range | None = None) -> Iterator[Slip]:
        """Yield every single slip at every point of the steps that this course does."""
        for number in steps if steps is not None else range(len(self.steps)):
            if not self.run.frames[number].done:
                continue
            state = before = self.before(number)
            for at, action in enumerate(self.actions(self.steps[number])):
                yield from self._slips_in(number, at, action, state)
                state = perform(self.twin, state, action).state
            if state.slots != before.slots:
                yield from self._done_again(number, state)

    def _done_again(self, number: int, state: State) -> Iterator[Slip]:
        """Yield a step that wrote a slot done once more, in doubt whether it was."""
        again: list[Input] = []
        actions = self.actions(self.steps[number])
        last = self.hand.inputs(self._until_last(number), actions[-1])
        for action in actions:
            try:
                again += self.hand.inputs(state, action)
                state = perform(self.twin, state, action).state
            except UntilFailed:
                return
        if last:
            yield Slip(number, len(actions) - 1, len(last) - 1, "done again", (last[-1], *again), last[-1])

    def _until_last(self, number: int) -> State:
        """Return the state before the last action of a step."""
        return self.hand.all(self.before(number), self.actions(self.steps[number])[:-1])[0]

    def _slips_in(self, number: int, at: int, action: Action, state: State) -> Iterator[Slip]:
        inputs = self.hand.inputs(state, action)
        points = range(len(inputs)) if len(inputs) <= MOST_POINTS else (0, len(inputs) - 1)
        seen: set[tuple[State, Input]] = set()
        if not inputs:
            for other in self._other_keys(state, None):
                yield Slip(number, at, 0, "another key", (other,), None)
        if len(inputs) > 1 and all(isinstance(i, Tap) and i.key.isdigit() for i in inputs):
            yield from self._digits_wrong(number, at, inputs, points)
        for index, given in enumerate(inputs):
            if index in points and (state, given) not in seen:
                seen.add((state, given))
                for kind, wrong in self._wrongs(state, given):
                    yield Slip(number, at, index, kind, wrong, given)
            state = self.twin.act(state, given)[0]
        last = inputs[-1] if inputs else None
        if isinstance(action, Until) and last is not None:
            yield Slip(number, at, len(inputs) - 1, "one click off", (last, last), last)
            yield Slip(number, at, len(inputs) - 1, "one click off", (), last)

    def _digits_wrong(self, number: int, at: int, inputs: list[Input], points: Container[int]) -> Iterator[Slip]:
        """Yield what goes wrong with a number: a digit missing, two swapped; between its ends also a wrong or a doubled one."""
        for index, given in enumerate(inputs):
            yield Slip(number, at, index, "missing digit", (), given)
            if index + 1 < len(inputs) and inputs[index + 1] != given:
                yield Slip(number, at, index, "digits swapped", (inputs[index + 1], given), given, 2)
            if index not in points:
                yield Slip(number, at, index, "twice", (given, given), given)
                for digit in "0123456789":
                    if Tap(digit) != given and digit in self._keys:
                        yield Slip(number, at, index, "wrong digit", (Tap(digit),), given)

    def _wrongs(self, state: State, given: Input) -> Iterator[tuple[str, tuple[Input, ...]]]:
        quiet = self.twin.screens[state.screen].quiet_ms
        if quiet:
            yield "waited too long", (Wait(quiet), given)
        if isinstance(given, Tap):
            yield "twice", (given, given)
            yield "held for a tap", (Hold(given.key, max((self.twin.profile.common.hold_ms, *self._holds(given.key)))),)
        elif isinstance(given, Hold):
            yield "tapped for a hold", (Tap(given.key),)
            yield "twice", (given, given)
        elif isinstance(given, Chord):
            yield "another key", (Tap(given.held),)
            yield "another key", (given.then,)
        elif isinstance(given, Type):
            yield "wrong letter", (Type(given.text[:-1]),)
            yield "wrong letter", (Type(given.text + given.text[-1]),)
        if isinstance(given, Wait):
            return
        digit = isinstance(given, Tap) and given.key.isdigit()
        beside = self._beside.get(given.key, ()) if isinstance(given, Tap | Hold) else ()
        for wrong in self._other_keys(state, given):
            tapped = isinstance(wrong, Tap)
            if digit and tapped and wrong.key.isdigit():
                kind = "wrong digit"
            else:
                kind = "key beside" if tapped == isinstance(given, Tap) and wrong.key in beside else "another key"
            yield kind, (wrong,)

    def _holds(self, key: str) -> list[int]:
        return [ms for table in self.twin.tables for ms, _ in table.holds.get(key, ())]

    @cached_property
    def _keys(self) -> list[str]:
        return [k for k in self.twin.profile.keys if not k.startswith(TOUCH)]

    @cached_property
    def _beside(self) -> dict[str, frozenset[str]]:
        """The keys that lie beside each key, by the drawn layout."""
        drawn = self.twin.profile.panel.get("rows")
        rows: list[list[str]] = [list(row) for row in drawn] if isinstance(drawn, list) else []
        found: dict[str, set[str]] = {}
        for y, row in enumerate(rows):
            for x, key in enumerate(row):
                near = [*row[max(0, x - 1) : x], *row[x + 1 : x + 2]]
                near += [rows[other][x] for other in (y - 1, y + 1) if 0 <= other < len(rows) and x < len(rows[other])]
                found.setdefault(key, set()).update(near)
        return {key: frozenset(near) for key, near in found.items()}

    def _other_keys(self, state: State, given: Input | None) -> Iterator[Tap | Hold]:
        """Yield every other key that is there now, tapped and held."""
        touches = [k for k in self.twin.tables[state.screen].taps if k.startswith(TOUCH)]
        for key in (*self._keys, *touches):
            for wrong in (Tap(key), Hold(key, self.twin.profile.common.hold_ms)):
                if wrong != given and not (isinstance(given, Tap | Hold) and key == given.key):
                    yield wrong
