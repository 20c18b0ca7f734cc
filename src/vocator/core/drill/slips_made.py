"""What slipped while somebody worked on the twin, and what each slip does or would have done to the radio.

Whoever works from memory goes ways of their own, so a slip is what the radio itself tells: it was on the air, something closed by itself,
another value was kept, another slot was written, something was opened that no way to the aim leads through.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from vocator.core.channel.channel import megahertz
from vocator.core.drill.exercise import Exercise
from vocator.core.radio.actions import ActionError, read_lines
from vocator.core.radio.inputs import Input, Turn, Wait
from vocator.core.radio.perform import UntilFailed, perform
from vocator.core.radio.screens import ValueScreen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.slips.slips import Hand


class SlipKind(StrEnum):
    """Kinds of slips, as they are told."""

    SENT = "on the air"
    SLOT = "another slot written"
    KEPT = "another value kept"
    CLOSED = "it closed by itself"
    BESIDE = "the wrong thing opened"
    PAST = "turned too far"


@dataclass(frozen=True, slots=True)
class SlipMade:
    """A slip: its kind, and what it did or would have done."""

    kind: SlipKind
    did: str


def slips_made(twin: Twin, one: Exercise, keys: Iterable[str]) -> list[SlipMade]:
    """Return the slips of somebody who pressed these keys from an exercise's start, in their order; keys that are none end it."""
    assert one.start is not None
    walk, hand = _Walk(twin, one), Hand(twin)
    try:
        for action in read_lines(twin.profile, keys):
            for given in hand.inputs(walk.state, action):
                walk.go(given)
    except (ActionError, UntilFailed):
        pass
    return walk.found


class _Walk:
    def __init__(self, twin: Twin, one: Exercise) -> None:
        assert one.start is not None
        self.twin, self.own, self.state, self.start = twin, one.goal.slot if one.goal is not None else -1, one.start, one.start
        self.found: list[SlipMade] = []
        self.turned: Turn | None = None
        self.on_the_way: set[int] = set()
        state = one.start
        for action in read_lines(twin.profile, one.hints.keys):
            state = perform(twin, state, action).state
            self.on_the_way.add(_opened(twin, state))
        self.end = state

    def go(self, given: Input) -> None:
        """Do one thing, and note what slipped in it."""
        twin, before = self.twin, self.state
        self.state, effects = twin.act(before, given)
        after = self.state
        if effects.transmitting_hz is not None:
            self._note(SlipKind.SENT, f"it sent on {megahertz(effects.transmitting_hz)}, unasked")
        self._turned(given)
        if isinstance(given, Wait) and not twin.at_rest(before) and twin.at_rest(after):
            same = before.values == after.values and before.slots == after.slots
            self._note(SlipKind.CLOSED, "nothing was kept of it" if same else "what stood there was kept")
        self._kept(before, after)
        opened = _opened(twin, after)
        if opened >= 0 and opened != _opened(twin, before) and opened not in self.on_the_way:
            self._note(SlipKind.BESIDE, f"{twin.settings[opened].name} was opened: harmless as long as it is left as it is")

    def _turned(self, given: Input) -> None:
        if not isinstance(given, Turn):
            self.turned = self.turned if isinstance(given, Wait) and not self.twin.at_rest(self.state) else None
            return
        if self.turned and self.turned.dial == given.dial and self.turned.clicks * given.clicks < 0:
            self._note(SlipKind.PAST, "seen before it was kept: nothing")
        self.turned = given

    def _kept(self, before: State, after: State) -> None:
        """Note slots and values that are neither as they were nor as they are to be, once a dialogue is left."""
        for n, (a, b) in enumerate(zip(before.slots, after.slots, strict=True)):
            if a != b and n != self.own:
                lost = "; what it held is gone" if a is not None else ""
                self._note(SlipKind.SLOT, f"slot {self.twin.profile.slot_text(n)} was written{lost}")
        opened = _opened(self.twin, before)
        if opened < 0 or opened == _opened(self.twin, after):
            return
        now = self.twin.get(after, opened)
        if now not in (self.twin.get(self.end, opened), self.twin.get(self.start, opened)):
            domain = self.twin.settings[opened].domain
            wanted = domain.text(self.twin.get(self.end, opened))
            self._note(SlipKind.KEPT, f"{self.twin.settings[opened].name} became {domain.text(now)}, not {wanted}")

    def _note(self, kind: SlipKind, did: str) -> None:
        self.found.append(SlipMade(kind, did))


def _opened(twin: Twin, state: State) -> int:
    """Return the setting that is open, -1 where none is."""
    return state.opened if isinstance(twin.screens[state.screen], ValueScreen) else -1
