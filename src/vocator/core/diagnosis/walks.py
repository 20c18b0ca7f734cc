"""Short walks from home that tell candidates apart: searched by effort over the twins of all that are left, harmless in each.

A walk stops at the first display that differs from the one the likeliest draws; so it is worth what its places of parting tell,
against the seconds that it takes.
"""

import heapq
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import pairwise
from math import log2

from vocator.core.diagnosis.belief import FAULTS, carried
from vocator.core.goals.effort import CLICK_S, DIGIT_S, HOLD_EXTRA_S, LOOK_S, TAP_S, TOUCH_S, seconds
from vocator.core.radio.display import display
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.perform import Tally
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import EntryScreen, LabelScreen, ListScreen, PickerScreen, ValueScreen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.radio.verbs_entry import digits_for

MOST_S, MOST_STEPS, MOST_ACTS = 45.0, 14, 9_000
MOST_TOGETHER = 14
"""So many candidates are weighed at once; of more, the likeliest."""
Seen = tuple[str, str | None, tuple[str, ...], str | None]


@dataclass(frozen=True, slots=True)
class Press:
    """One thing to do on the way: as it is written, as inputs, its effort in seconds."""

    text: str
    inputs: tuple[Input, ...]
    seconds: float


@dataclass(frozen=True, slots=True)
class Walk:
    """What to press from home, how the likeliest draws each step, how many candidates it parts, its effort."""

    actions: tuple[str, ...]
    states: tuple[State, ...]
    parts: int
    seconds: float


def seen(twin: Twin, state: State) -> Seen:
    """Return what an owner sees; nothing where a changed profile cannot be drawn."""
    try:
        shown = display(twin, state)
    except FAULTS:
        return "", None, (), None
    return shown.main, shown.slot, tuple(sorted(shown.icons)), shown.row


def press(*inputs: Input) -> Press:
    """Return inputs as one thing to do."""
    words, spent = [], LOOK_S
    for one in inputs:
        if isinstance(one, Tap):
            words.append(one.key if one.key.isdigit() or one.key.startswith(TOUCH) else f"[{one.key}]")
            spent += DIGIT_S if one.key.isdigit() else TOUCH_S if one.key.startswith(TOUCH) else TAP_S
        elif isinstance(one, Hold):
            name = one.key.removeprefix(TOUCH)
            words.append(f"hold {name} {one.ms / 1000:g}s" if one.key.startswith(TOUCH) else f"[{name} {one.ms / 1000:g}s]")
            spent += HOLD_EXTRA_S + one.ms / 1000
        elif isinstance(one, Turn):
            words.append(f"{one.dial} {one.clicks:+d}")
            spent += CLICK_S * abs(one.clicks)
        elif isinstance(one, Wait):
            words.append(f"wait {one.ms / 1000:g}s")
            spent += one.ms / 1000
        elif isinstance(one, Type):
            words.append(f"type {one.text}")
            spent += TOUCH_S * len(one.text)
        elif isinstance(one, Chord):
            then = press(one.then)
            words.append(f"[{one.held}]+{then.text}")
            spent += TAP_S + then.seconds - LOOK_S
    return Press(("" if all(len(w) == 1 for w in words) else " ").join(words), inputs, spent)


class Presses:
    """What may be tried: every press that some candidate knows on the screen at hand, turns, numbers, waits; PTT never."""

    def __init__(self, twins: list[Twin], slot: int | None) -> None:
        self.twins, self.slot = twins, slot
        self._kept: dict[int, list[Press]] = {}

    def _of_screen(self, screen: int) -> list[Press]:
        found: dict[str, Press] = {}
        for twin in self.twins:
            table = twin.tables[screen]
            inputs: list[Input] = [Tap(k) for k in table.taps if not (k.isdigit() and table.digits)]
            inputs += [Hold(k, ms) for k, holds in table.holds.items() for ms, _ in holds]
            for (held, kind, key), (ms, _) in table.chords.items():
                kinds: dict[str, Tap | Hold | Turn] = {"tap": Tap(key), "hold": Hold(key, ms), "turn": Turn(key, 1)}
                if kind in kinds and "PTT" not in (held, key):
                    inputs.append(Chord(held, kinds[kind]))
            for one in inputs:
                if getattr(one, "key", "") not in ("PTT", f"{TOUCH}OWN"):
                    made = press(one)
                    found.setdefault(made.text, made)
        return list(found.values())

    def at(self, twin: Twin, s: State) -> list[Press]:
        """Return what may be done in a state of the likeliest."""
        if s.screen not in self._kept:
            self._kept[s.screen] = self._of_screen(s.screen)
        return [*self._kept[s.screen], *self._turns(twin, s), *self._numbers(twin, s), *self._waits(s)]

    def _turns(self, twin: Twin, s: State) -> list[Press]:
        screen, table = twin.screens[s.screen], twin.tables[s.screen]
        dials = [d for d in table.turns if twin.profile.panel.get("has_dial")]
        keys = {h.clicks: k for k, h in table.taps.items() if h.name in ("scroll", "change", "pick", "recall") and h.clicks}
        counts = [1, -1]
        if isinstance(screen, ListScreen) and not screen.digits:
            n = len(screen.entries)
            counts += [k if k <= n // 2 or not screen.wraps else k - n for k in range(2, n)]
        elif isinstance(screen, ValueScreen):
            count = twin.settings[s.opened].domain.count
            counts += [count - 1] if 3 < count <= 16 else [7, -7] if count > 16 else []
        elif isinstance(screen, PickerScreen) and self.slot is not None:
            counts += [self.slot - s.pick] if abs(self.slot - s.pick) > 1 else []
        elif isinstance(screen, LabelScreen):
            counts += [2]
        made = [press(Turn(d, n)) for d in dials for n in dict.fromkeys(counts)]
        if not dials:
            made += [
                press(*[Tap(keys[1 if n > 0 else -1])] * abs(n))
                for n in counts
                if 1 < abs(n) <= 20 and (1 if n > 0 else -1) in keys
            ]
        return made

    def _numbers(self, twin: Twin, s: State) -> list[Press]:
        screen, handler = twin.screens[s.screen], twin.tables[s.screen].digits
        if handler is None:
            return [press(Type("AB"))] if isinstance(screen, LabelScreen) and screen.keyboard else []
        if s.typed:
            return [press(Tap("1"))]
        profile = twin.profile
        slots = [profile.slot_text(k) for k in (0, self.slot or 0)]
        texts = ["1"]
        if handler.name == "enter":
            entry = twin.screens[profile.screen(handler.arg)]
            if isinstance(entry, EntryScreen) and entry.of == "frequency":
                low = profile.bands[0].new_hz[0]
                wanted = [low + 612_500, low + 1_105_000, low + 3_195_000]
                wanted += [
                    hz
                    for low_hz, high_hz in profile.receive_hz
                    for hz in (high_hz - 500_000, high_hz + 500_000, low_hz - 500_000)
                ]
                wanted += [(r.low_hz + r.high_hz) // 2 // 5_000 * 5_000 for r in profile.shift_table[:4]]
                texts += [digits_for(entry, hz) for hz in wanted]
            else:
                texts += slots
        elif handler.name == "type" and isinstance(screen, ListScreen):
            texts += [e.number for e in screen.entries if e.number]
        elif handler.name == "type" and isinstance(screen, PickerScreen):
            texts += slots
        elif handler.name == "type" and isinstance(screen, ValueScreen) and twin.settings[s.opened].digits:
            setting = twin.settings[s.opened]
            texts.append(f"{600_000 // setting.digit_hz:0{setting.digits}d}"[-(setting.digits or 1) :])
        return [press(*map(Tap, t)) for t in dict.fromkeys(texts) if t.isdigit()]

    def _waits(self, s: State) -> list[Press]:
        times = sorted({t.screens[s.screen].quiet_ms for t in self.twins} - {0})
        if not times:
            return []
        between = [(a + b) // 2 for a, b in pairwise(times)] + [times[-1] + 1_000]
        return [press(Wait(ms - s.idle_ms)) for ms in between if ms > s.idle_ms]


def harmless(twin: Twin, before: State, after: State, slot: int | None) -> bool:
    """Whether a step changes no slot but the one given up, and opens no reset."""
    if after.opened >= 0 and twin.settings[after.opened].means is Means.RESET:
        return False
    if after.slots is before.slots:
        return True
    return all(a == b for n, (a, b) in enumerate(zip(before.slots, after.slots, strict=True)) if n != slot)


def acted(twin: Twin, s: State, inputs: Iterable[Input], slot: int | None) -> State | None:
    """Carry out inputs; None where that sends, harms, or cannot be done."""
    begun = s
    try:
        for one in inputs:
            s, effects = twin.act(s, one)
            if effects.transmitting_hz is not None:
                return None
    except FAULTS:
        return None
    return s if harmless(twin, begun, s, slot) else None


@dataclass(frozen=True, slots=True)
class _Place:
    """A point of the search: how it was come to, and where each candidate stands that has shown the same so far."""

    actions: tuple[str, ...]
    states: tuple[State, ...]
    together: tuple[tuple[int, State], ...]
    parted: tuple[int, ...]


def best_walk(twins: list[Twin], starts: list[State], slot: int | None, leads: Iterable[tuple[str, ...]]) -> Walk | None:
    """Return the walk worth most for its effort; the first twin is the likeliest.  ``leads`` are ways from home to begin with.

    None where no harmless walk within 45 s tells any of them from the first.
    """
    return _Search(twins[:MOST_TOGETHER], starts[:MOST_TOGETHER], slot).best(leads)


class _Search:
    def __init__(self, twins: list[Twin], starts: list[State], slot: int | None) -> None:
        self.twins, self.starts, self.slot = twins, starts, slot
        self.presses = Presses(twins, slot)
        self.heap: list[tuple[float, int, _Place]] = []
        self.visited: dict[object, float] = {}
        self.found: tuple[float, Walk] | None = None
        self.count = self.acts = 0

    def best(self, leads: Iterable[tuple[str, ...]]) -> Walk | None:
        home = _Place((), (), tuple(enumerate(self.starts[1:], 1)), ())
        self._push(0.0, home, self.starts[0])
        for actions in leads:
            self._lead(home, actions)
        while self.heap and self.acts < MOST_ACTS:
            cost, _, place = heapq.heappop(self.heap)
            s = place.states[-1] if place.states else self.starts[0]
            for one in self.presses.at(self.twins[0], s):
                if cost + one.seconds <= MOST_S and len(place.actions) < MOST_STEPS:
                    self._go(cost + one.seconds, place, s, one.text, one.inputs)
                if self.acts >= MOST_ACTS:
                    break
        return self.found[1] if self.found else None

    def _push(self, cost: float, place: _Place, s: State) -> None:
        self.count += 1
        key = (s, place.together)
        if place.together and self.visited.get(key, 1e9) > cost:
            self.visited[key] = cost
            heapq.heappush(self.heap, (cost, self.count, place))

    def _lead(self, home: _Place, actions: tuple[str, ...]) -> None:
        """Go a known way from home, step by step, as far as it is harmless; each point of it is one to search on from."""
        place, cost = home, 0.0
        for text in actions:
            s = place.states[-1] if place.states else self.starts[0]
            tally = Tally()
            after = carried(self.twins[0], s, [text], tally)
            cost += seconds(tally, 1)
            if after is None or cost > MOST_S or not harmless(self.twins[0], s, after, self.slot) or "[PTT]" in text:
                return
            others = [(n, carried(self.twins[n], at, [text])) for n, at in place.together]
            self.acts += len(others) + 1
            reached = self._reached(place, text, after, others, cost)
            if reached is None or not reached.together:
                return
            place = reached
            self._push(cost, place, after)

    def _go(self, cost: float, place: _Place, s: State, text: str, inputs: tuple[Input, ...]) -> None:
        self.acts += len(place.together) + 1
        after = acted(self.twins[0], s, inputs, self.slot)
        if after is None:
            return
        others = [(n, acted(self.twins[n], at, inputs, self.slot)) for n, at in place.together]
        if any(at is None for _, at in others):
            return
        reached = self._reached(place, text, after, others, cost)
        if reached is not None and reached.together:
            self._push(cost, reached, after)

    def _reached(
        self, place: _Place, text: str, after: State, others: list[tuple[int, State | None]], cost: float
    ) -> _Place | None:
        """Return the point that a step leads to, and keep the walk to it if it is the best so far; None where nothing came of it."""
        shown = seen(self.twins[0], after)
        together, apart = [], Counter[Seen | None]()
        for n, at in others:
            there = seen(self.twins[n], at) if at is not None else None
            if at is not None and there == shown:
                together.append((n, at))
            else:
                apart[there] += 1
        parted = (*place.parted, *apart.values())
        reached = _Place((*place.actions, text), (*place.states, after), tuple(together), parted)
        if apart:
            whole = len(self.twins)
            shares = [k / whole for k in (*parted, whole - sum(parted))]
            score = -sum(p * log2(p) for p in shares if p) / (cost + 2.0)
            if self.found is None or score > self.found[0] + 1e-9:
                self.found = (score, Walk(reached.actions, reached.states, sum(parted), cost))
        return reached
