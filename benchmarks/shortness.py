"""How near the planner comes to the fewest keys, against a best-first search over the twin.

Run: ``PYTHONPATH=src python benchmarks/shortness.py [SINGLE] [WHOLE] [SECONDS]``: so many single-setting
changes and whole channels a radio, and at most so many seconds a case.

The search presses what is bound on the twin, cheapest first, with an admissible estimate of what is left
(A*); it knows no route.  To keep it finite a dial goes at once to a place where something wanted
stands, digits are typed whole, and a state is dropped where it has changed what the goal does not ask
for, opened what holds nothing wanted, left the VFO, or opened the store before the channel could be tried in the
VFO; of tuning steps it tries those that the frequency needs and the planner takes.  A case counts when the search came to its end;
then its effort is the least under these rules.  Compared is the effort of the presses alone, in seconds,
for a whole channel until the slot holds it (the looks, the try and the name left out).
"""

import random
import sys
import time
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field, replace
from functools import cached_property, lru_cache
from heapq import heappop, heappush
from itertools import count

from vocator.core.channel.channel import Channel
from vocator.core.goals.effort import CLICK_S, DIGIT_S, HOLD_EXTRA_S, TAP_S, seconds
from vocator.core.goals.goal import Beyond, Goal, frequency_entry, frequency_step
from vocator.core.goals.sheet import ChapterKind, Sheet
from vocator.core.planning.draft import Draft
from vocator.core.planning.list_ways import leave_list
from vocator.core.planning.planner import plan
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import set_wide_needs, typed_frequency
from vocator.core.planning.setting_ways import set_all
from vocator.core.proving.operator import follow
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.domain import Amounts
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn
from vocator.core.radio.moved_values import clicks_to
from vocator.core.radio.perform import Tally, UntilFailed, perform
from vocator.core.radio.profile import CHANNEL_PARTS, Binding, Entry, Means, Screen
from vocator.core.radio.start import StartError, required_values, start_state
from vocator.core.radio.state import State
from vocator.core.radio.twin import Handler, Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.prove_radios import generate
from vocator.usecases.twins import twin_of

LEFT_ALONE = ("unit", "modes", "reverse", "group", "free")
FEW = 8
MANY = 2000
WIDEST_STEP_HZ = 50_000
KINDS = ("simplex", "repeater", "send", "send and open", "code", "narrow", "each power")
STRAYING = ("mode", "toggle_mode", "unit", "recall", "reverse", "lock_group", "transmit", "search", "calm", "use_free_key")
TOUCHED_DIALS = ("change", "scroll", "pick", "pick_group", "tune", "adjust")


@lru_cache(maxsize=100_000)
def cost(inputs: tuple[Input, ...]) -> float:
    """Return the effort of inputs, looks left out, in seconds."""
    tally = Tally()
    for given in inputs:
        tally.add(given)
    return seconds(tally, 0)


def _own_s(kind: str, ms: int) -> float:
    """Return the effort of a press by its kind, in seconds."""
    return HOLD_EXTRA_S + ms / 1000 if kind == "hold" else DIGIT_S


@dataclass
class Aim:
    """What a search is after: settings at values, and for a whole channel a frequency and a slot that holds it."""

    twin: Twin
    start: State
    wanted: dict[int, int]
    channel: Channel | None = None
    slot: int = -1
    optional: dict[int, int] = field(default_factory=dict)
    steps: tuple[int, ...] = ()
    shifted: dict[tuple[int, ...], tuple[int, ...]] = field(default_factory=dict)
    judged: dict[tuple[int, ...], bool] = field(default_factory=dict)
    read: dict[str, tuple[Input, ...]] = field(default_factory=dict)
    useful: dict[int, bool] = field(default_factory=dict)

    @cached_property
    def there(self) -> State:
        """Return the start with the VFO on the goal's frequency."""
        return self.twin.set_freq(self.start, self.channel.rx_hz) if self.channel else self.start

    @cached_property
    def values(self) -> tuple[int, ...]:
        """Return the settings as they shall be, on the goal's band."""
        there = self.there
        for setting, value in self.wanted.items():
            there = self.twin.put(there, setting, value)
        return there.values

    @cached_property
    def free_places(self) -> frozenset[int]:
        """Return the places of values that may stand at anything on the way: those with few values, and what a frequency sets."""
        twin, free = self.twin, set()
        there = self.there
        loose = [self.twin.shift, *self.twin.offsets] if self.channel else []
        for setting in [*self.wanted, *self.optional, *(s for s in loose if s is not None)]:
            small = twin.settings[setting].domain.count <= FEW
            if small or setting in loose or setting in self.optional:
                free |= {twin.place(there, setting), twin.place(self.start, setting)}
        return frozenset(free)

    @cached_property
    def least_of(self) -> dict[int, tuple[int, float, bool]]:
        """Return for each wanted setting its place, the least that setting it can cost, in seconds, and whether only a list has it."""
        twin, found = self.twin, {}
        there = self.there
        put = {(other, to) for s in twin.settings for other, to in (*s.disturbs, *s.clears)}
        value_screen = next((i for i, x in enumerate(twin.screens) if x.kind == "value"), 0)
        turned = any(h.name == "change" for h in twin.tables[value_screen].turns.values()) and twin.profile.panel.get("has_dial")
        hidden = {s.then for s in twin.settings} | {i for s in twin.settings for _, i in s.inner}
        own = {b.arg.partition("=")[0] for x in twin.screens for b in x.bind if b.verb in ("step", "take_value")}
        opened = {b.arg for x in twin.screens for b in x.bind if b.verb in ("open_value", "open_inner")}
        live = any(x.live for x in twin.screens)
        for setting, value in self.wanted.items():
            x = twin.settings[setting]
            if (setting, value) in put:
                continue
            cheap = x.name in own or live or setting in hidden
            least = TAP_S if cheap else 2 * TAP_S
            begins = {twin.get(there, setting), *(to for other, to in put if other == setting)}
            if not x.wraps:
                away = min(abs(value - begin) for begin in begins)
            else:
                away = min(min((value - begin) % x.domain.count, (begin - value) % x.domain.count) for begin in begins)
            if not x.digits and not x.by_step and x.name not in own and not live and setting not in self.loose:
                least += away * (CLICK_S if turned else TAP_S)
            if x.by_step and isinstance(x.domain, Amounts) and setting not in self.loose:
                least += away * x.domain.step_hz // WIDEST_STEP_HZ * CLICK_S
            if x.digits and not x.turned:
                least += x.digits * DIGIT_S
            found[setting] = (
                twin.place(there, setting),
                least,
                x.name not in own | opened and setting not in hidden and not x.inner,
            )
        return found

    @cached_property
    def loose(self) -> frozenset[int]:
        """Return the settings that a frequency may set by the automatic shift."""
        if self.channel is None or self.twin.auto_shift is None:
            return frozenset()
        return frozenset(s for s in (self.twin.shift, *self.twin.offsets) if s is not None)

    @cached_property
    def into_list_s(self) -> float:
        """Return the least effort of opening a list from rest, in seconds."""
        return min((_own_s(b.press.kind, b.press.ms) for b in self._opening("list")), default=0.0)

    def _opening(self, kind: str) -> Iterator[Binding]:
        for screen in self.twin.screens:
            for b in screen.bind:
                if b.verb == "open" and self.twin.screens[self.twin.profile.screen(b.arg)].kind == kind and not b.press.held:
                    yield b

    @cached_property
    def move_s(self) -> float:
        """Return the least effort of going from one entry of a list to another, in seconds."""
        lists = [i for i, x in enumerate(self.twin.screens) if x.kind == "list"]
        if any(self.twin.screens[i].touched for i in lists) or not lists:
            return 0.0
        return min(CLICK_S if self.twin.tables[i].turns else DIGIT_S for i in lists)

    @cached_property
    def store_s(self) -> tuple[float, float]:
        """Return the least effort of opening the store from rest, and of picking the slot and writing it, in seconds."""
        twin = self.twin
        picker = next(x for x in twin.screens if x.kind == "picker" and any(b.verb == "write" for b in x.bind))
        listed = any(e.screen == picker.name for x in twin.screens for e in x.entries)
        opened = min((_own_s(b.press.kind, b.press.ms) for b in self._opening("picker") if b.arg == picker.name), default=TAP_S)
        opened = min(opened, 2 * TAP_S) if listed else opened
        written = min(_own_s(b.press.kind, b.press.ms) for b in picker.bind if b.verb == "write")
        picked = 0.0
        if picker.digits:
            picked = picker.digits * DIGIT_S
        elif not twin.profile.group_size and not picker.touched and picker.starts in ("first", "lowest_free", "position"):
            picked = min(self.slot, twin.profile.slot_count - self.slot) * CLICK_S
        return opened, picked + written

    @cached_property
    def store_listed(self) -> bool:
        """Whether the store is opened from a list only."""
        return not any(
            any(b.verb == "write" for b in self.twin.screens[self.twin.profile.screen(p.arg)].bind)
            for p in self._opening("picker")
        )

    def tried(self, s: State) -> bool:
        """Whether the channel stands in the VFO with nothing open, so that it can be looked at and tried before it is stored."""
        if self.channel is None or s.screen != self.twin.vfo or s.typed:
            return False
        return replace(self.twin.channel(self.twin.stored_from_vfo(s)), label=None) == self.channel

    @cached_property
    def typed(self) -> list[str]:
        """Return how the frequency is typed, the keys around it left out."""
        entry = frequency_entry(self.twin)
        assert entry is not None and self.channel is not None
        return [t for t in typed_frequency(Routes(self.twin), entry, self.channel.rx_hz) if t[0].isdigit()]

    @cached_property
    def tune_s(self) -> float:
        """Return the least effort of putting the frequency, in seconds."""
        entry = frequency_entry(self.twin)
        if entry is None or self.channel is None:
            return 0.0
        return 4 * DIGIT_S if entry.reading else entry.digits * DIGIT_S

    def _after_tuning(self, s: State) -> tuple[int, ...]:
        """Return the settings as the automatic shift will leave them once the frequency is put."""
        assert self.channel is not None
        key = s.values
        if key not in self.shifted:
            there = self.twin.set_freq(s, self.channel.rx_hz)
            self.shifted[key] = self.twin.apply_auto_shift(there, self.channel.rx_hz).values
        return self.shifted[key]

    def _turned_s(self, s: State) -> float:
        """Return the least effort of turning to the frequency where the dial alone sets it, in seconds."""
        assert self.channel is not None
        band = self.twin.band_of(self.channel.rx_hz) or 0
        apart = abs(s.freqs[s.unit * self.twin.band_count + band] - self.channel.rx_hz)
        whole, rest = divmod(apart, 1_000_000)
        fine = min(rest, 1_000_000 - rest) // WIDEST_STEP_HZ
        return min(apart // WIDEST_STEP_HZ * CLICK_S, (1 if s.coarse else 2) * TAP_S + (whole + fine) * CLICK_S)

    @cached_property
    def nested_list_of(self) -> dict[int, int]:
        """Return for each wanted setting that stands only in a list within a list, that list."""
        from_rest = {self.twin.profile.screen(b.arg) for b in self._opening("list")}
        found: dict[int, int] = {}
        for index, screen in enumerate(self.twin.screens):
            if screen.kind == "list" and index not in from_rest:
                found |= {e.setting: index for e in screen.entries if e.setting in self.least_of and self.least_of[e.setting][2]}
        return found

    def _nested_s(self, s: State, values: tuple[int, ...]) -> float:
        """Return the least effort of going into the lists within lists that are still wanted, and out of one into the next."""
        inside = {s.screen, *s.stack}
        left = {
            at
            for setting, at in self.nested_list_of.items()
            if values[self.least_of[setting][0]] != self.values[self.least_of[setting][0]]
        }
        out = left - inside
        within = any(at in inside for at in self.nested_list_of.values())
        return len(out) * DIGIT_S + max(0, len(out) - (0 if within else 1)) * DIGIT_S

    def _far_s(self, setting: int, value: int) -> float:
        """Return the least effort of turning an offset that goes by the tuning step, in seconds."""
        x = self.twin.settings[setting]
        if not x.by_step or not isinstance(x.domain, Amounts):
            return 0.0
        away = abs(self.wanted[setting] - value)
        return min(away, x.domain.count - away) * x.domain.step_hz // WIDEST_STEP_HZ * CLICK_S

    def left(self, s: State, tried: bool = False) -> float:
        """Return a lower bound of the effort from a state on, in seconds."""
        tuned = self.channel is None or self.twin.freq(s) == self.channel.rx_hz
        values = s.values if tuned else self._after_tuning(s)
        total, listed, entries = 0.0, False, 0
        at_work = {s.opened, s.outer[0] if s.outer else -1} if self.twin.screens[s.screen].kind in ("value", "list") else {-1}
        for setting, (place, least, only) in self.least_of.items():
            if values[place] != self.values[place]:
                total += least if setting not in at_work else DIGIT_S if setting == s.opened else 0.0
                total += self._far_s(setting, values[place]) if setting in self.loose and setting not in at_work else 0.0
                listed, entries = listed or only, entries + only
        resting = self.twin.screens[s.screen].kind == "rest"
        total += self.into_list_s if listed and resting else 0.0
        total += max(0, entries - 1) * self.move_s + self._nested_s(s, values)
        if self.channel is None:
            return total
        kind = self.twin.screens[s.screen].kind
        total += 0.0 if tuned or kind == "entry" else self.tune_s or self._turned_s(s)
        opening_s, writing_s = self.store_s
        if self.twin.screens[s.screen].kind in ("picker", "question"):
            return total + DIGIT_S
        if self.store_listed and not tried and not (resting and not total):
            total += self.into_list_s + (0.0 if resting else DIGIT_S)
        return total + writing_s + (opening_s if resting else 0.0)

    def reached(self, s: State) -> bool:
        """Whether a state is the goal."""
        if self.channel is None:
            return s.screen == self.twin.vfo and s.values == self.values and not s.typed
        stored = s.slots[self.slot]
        return stored is not None and replace(self.twin.channel(stored), label=None) == self.channel

    def strays(self, s: State) -> bool:
        """Whether a state has left what can lie on a shortest way."""
        start = self.start
        if any(getattr(s, name) != getattr(start, name) for name in LEFT_ALONE) or (
            s.slots != start.slots and not self.reached(s)
        ):
            return True
        if self.channel is None and s.freqs != start.freqs:
            return True
        if s.values not in self.judged:
            self.judged[s.values] = any(
                now not in (before, after) and place not in self.free_places
                for place, (now, before, after) in enumerate(zip(s.values, start.values, self.values, strict=True))
            )
        if self.judged[s.values]:
            return True
        screen = self.twin.screens[s.screen]
        if screen.kind in ("label", "search"):
            return True
        if screen.kind == "entry" and screen.of == "frequency" and self.channel is not None:
            return s.typed not in ("", *self.typed)
        if screen.kind in ("entry", "picker", "question"):
            return self.channel is None
        return screen.kind == "value" and not self.of_use(s.opened)

    def of_use(self, setting: int) -> bool:
        """Whether a setting, or one that stands behind it, is wanted."""
        if setting in self.useful:
            return self.useful[setting]
        x = self.twin.settings[setting]
        self.useful[setting] = bool({setting, x.then, *(i for _, i in x.inner)} & {*self.wanted, *self.optional})
        return self.useful[setting]

    def leads(self, entry: Entry, depth: int = 0) -> bool:
        """Whether an entry of a list holds or leads to something wanted."""
        if entry.setting is not None:
            return self.of_use(entry.setting)
        if not entry.screen or depth > 4:
            return False
        screen = self.twin.screens[self.twin.profile.screen(entry.screen)]
        if screen.kind == "list":
            return any(self.leads(e, depth + 1) for e in screen.entries)
        return self.channel is not None and screen.kind == "picker"

    def target(self, setting: int) -> int | None:
        """Return the value that a setting shall have, None where it does not matter."""
        return self.wanted.get(setting, self.optional.get(setting))


def distances(aim: Aim, s: State, handler: Handler, way: int) -> list[int]:
    """Return after how many clicks one way something wanted is reached."""
    twin, screen = aim.twin, aim.twin.screens[s.screen]

    def round_to(at: int, to: int, size: int, wraps: bool) -> list[int]:
        ahead = (to - at) * way
        return [ahead % size] if wraps and ahead % size else [ahead] if ahead > 0 else []

    if handler.name == "scroll":
        size = len(screen.entries)
        return [n for i, e in enumerate(screen.entries) if aim.leads(e) for n in round_to(s.cursor, i, size, screen.wraps)]
    if handler.name in ("change", "adjust"):
        setting = twin.profile.setting_named(handler.arg) if handler.arg else s.opened
        value = aim.target(setting) if setting >= 0 else None
        if setting == twin.step and aim.channel and handler.name == "change":
            size, wraps = twin.settings[setting].domain.count, twin.settings[setting].wraps
            return [n for to in aim.steps for n in round_to(s.value, to, size, wraps)]
        if value is None:
            return []
        now = s.value if handler.name == "change" else twin.get(s, setting)
        clicks = clicks_to(twin, s, setting, now, value, way)
        return [clicks] if clicks and clicks < MANY and (twin.settings[setting].wraps or (value - now) * way > 0) else []
    if handler.name in ("pick", "pick_group") and aim.channel:
        size = twin.profile.group_size
        if handler.name == "pick_group":
            return round_to(s.pick // size, aim.slot // size, twin.profile.slot_count // size, True)
        if size:
            return round_to(s.pick % size, aim.slot % size, size, True)
        return round_to(s.pick, aim.slot, twin.profile.slot_count, not screen.stops)
    if handler.name == "tune" and aim.channel and frequency_entry(twin) is None:
        apart = (aim.channel.rx_hz - twin.freq(s)) * way
        if s.coarse:
            return [n for n in {apart // 1_000_000, -(-apart // 1_000_000)} if n > 0]
        return [apart // twin.step_hz(s)] if apart > 0 and apart % twin.step_hz(s) == 0 else []
    return []


def digits(aim: Aim, s: State, handler: Handler) -> Iterator[tuple[Input, ...]]:
    """Yield what may be typed whole on a screen."""
    twin, screen = aim.twin, aim.twin.screens[s.screen]
    texts: list[str] = []
    setting = twin.settings[s.opened] if s.opened >= 0 else None
    if (screen.kind == "rest" and aim.channel and s.modes[s.unit] == twin.vfo and handler.arg == "frequency") or (
        screen.kind == "entry" and aim.channel
    ):
        texts = aim.typed
    elif screen.kind == "picker" and aim.channel and screen.digits:
        text = twin.profile.slot_text(aim.slot)
        texts = [text] if text.isdigit() else []
    elif screen.kind in ("value", "list") and setting is not None and setting.digits and (screen.kind == "value" or screen.live):
        value = aim.target(s.opened)
        hz = int(setting.domain.meaning(value)) if value is not None and setting.domain.meaning(value).isdigit() else None
        texts = [f"{hz // setting.digit_hz:0{setting.digits}d}"] if hz is not None and hz % setting.digit_hz == 0 else []
    if screen.kind == "list" and screen.digits:
        texts = texts + [e.number for e in screen.entries if e.number and aim.leads(e)]
    for text in texts:
        if text not in aim.read:
            aim.read[text] = tuple(given for action in parse_actions(twin.profile, text) for given in action.inputs)
        yield aim.read[text]


def edges(aim: Aim, s: State) -> Iterator[tuple[Input, ...]]:
    """Yield what a hand can do next."""
    twin, table, screen = aim.twin, aim.twin.tables[s.screen], aim.twin.screens[s.screen]
    for key, handler in table.taps.items():
        if key in ("PTT", TOUCH + "OWN") or handler.name in STRAYING:
            continue
        if handler.name == "scroll":
            yield (Tap(key),)
        elif handler.name in TOUCHED_DIALS:
            for n in distances(aim, s, handler, handler.clicks):
                yield (Tap(key),) * n
        else:
            yield (Tap(key),)
    for key, holds in table.holds.items():
        for ms, _ in holds:
            yield (Hold(key, ms),)
    for (held, kind, key), (ms, handler) in table.chords.items():
        if held == "PTT":
            continue
        if handler.name == "adjust":
            ways = (1, -1) if kind == "turn" else (handler.clicks,)
            for way in ways:
                for n in distances(aim, s, handler, way):
                    yield (Chord(held, Turn(key, n * way)),) if kind == "turn" else (Chord(held, Tap(key)),) * n
        elif kind != "turn":
            yield (Chord(held, Hold(key, ms) if kind == "hold" else Tap(key)),)
    for dial, handler in table.turns.items() if twin.profile.panel.get("has_dial") else ():
        if twin.unit_of.get(dial, s.unit) != s.unit:
            continue  # the other side's dial
        for way in (1, -1):
            for n in distances(aim, s, handler, way):
                yield (Turn(dial, n * way),)
    if table.digits is not None:
        yield from digits(aim, s, table.digits)
    if screen.touched:
        yield from touches(aim, s, screen)


def touches(aim: Aim, s: State, screen: Screen) -> Iterator[tuple[Input, ...]]:
    """Yield the touches of what stands on a screen itself."""
    if screen.kind == "list":
        for entry in screen.entries:
            if aim.leads(entry):
                yield (Tap(TOUCH + entry.name),)
    if screen.kind == "value":
        yield (Tap(TOUCH + aim.twin.settings[s.opened].name),)
    if screen.kind == "picker" and aim.channel:
        yield (Tap(TOUCH + aim.twin.profile.slot_text(aim.slot)),)


def least(aim: Aim, bound: float, most_s: float) -> float | None:
    """Return the least effort that reaches the aim, ``bound`` where nothing is shorter; None when time runs out."""
    twin, until, order = aim.twin, time.perf_counter() + most_s, count()
    begin = (aim.start, aim.tried(aim.start))
    heap: list[tuple[float, int, float, tuple[State, bool]]] = [(aim.left(*begin), next(order), 0.0, begin)]
    seen: dict[tuple[State, bool], float] = {begin: 0.0}
    while heap:
        _, _, spent, node = heappop(heap)
        if spent > seen.get(node, spent):
            continue
        s, tried = node
        if aim.reached(s):
            return spent
        if time.perf_counter() > until:
            return None
        for inputs in edges(aim, s):
            total = spent + cost(inputs)
            if total > bound + 1e-6:
                continue
            after, sent = s, False
            for given in inputs:
                after, effects = twin.act(after, given)
                sent = sent or effects.transmitting_hz is not None
            after = after._replace(idle_ms=0, message="", message_ms=0, last_written=aim.start.last_written)
            if aim.channel is None:
                after = after._replace(cursors=aim.start.cursors)
            if sent or aim.strays(after):
                continue
            then = (after, tried or aim.tried(after))
            if twin.screens[after.screen].kind == "picker" and not then[1]:
                continue
            guess = total + aim.left(*then) if not aim.reached(after) else total
            if guess > bound + 1e-6 or seen.get(then, total + 1) <= total:
                continue
            seen[then] = total
            heappush(heap, (guess, next(order), total, then))
    return bound


def single(twin: Twin, rng: random.Random) -> tuple[Aim, float] | None:
    """Return a random change of one setting and the planner's effort for it, None where it is no single change."""
    routes = Routes(twin)
    tried = [
        i for i, s in enumerate(twin.settings)
        if s.means in CHANNEL_PARTS and s.means not in (Means.MODE, Means.BAND, Means.SEND_FREQUENCY) and s.domain.count > 1
        and (routes.to_setting(i) or routes.presses(twin.vfo, "step", s.name) or routes.panel_for(i))
    ]  # fmt: skip
    setting = rng.choice(tried)
    value = rng.randrange(1, twin.settings[setting].domain.count)
    start = twin.start
    if twin.get(start, setting) == value:
        return None
    aim = Aim(twin, start, {setting: value})
    draft = Draft(twin, start)
    try:
        set_all(draft, routes, {setting: value}, {setting: ""}, ChapterKind.SET)
        leave_list(draft, routes, ChapterKind.SET, "")
        run = follow(twin, Sheet("", "", draft.chapters()), start, keep_frames=False)
        assert not run.trouble and run.state.values == aim.values
    except (AssertionError, UntilFailed):
        return None  # a setting that another must go with is no single change
    return aim, seconds(run.tally, 0)


def whole(twin: Twin, rng: random.Random) -> tuple[Aim, float] | None:
    """Return a random channel, from a VFO left at another one, and the planner's effort until the slot holds it."""
    before, after = (generate(twin, rng.choice(KINDS), rng) for _ in range(2))
    slot = rng.randrange(min(twin.profile.slot_count, 40))
    goal = Goal(slot, replace(after.channel, label=None))
    try:
        start = start_state(twin, {"vfo": replace(before.channel, label=None).as_dict()})
        if twin.watch is not None:  # off, as the sheet before left it: while it is on a signal may move the row
            start = twin.put(start, twin.watch, twin.settings[twin.watch].domain.find_meaning("off") or 0)
        sheet = plan(twin, goal, start)
        wanted = required_values(twin, goal.channel)
    except (Beyond, StartError, ValueError):
        return None
    step = frequency_step(twin, goal.channel.rx_hz)
    optional = {twin.step: step} if twin.step is not None and step is not None and step >= 0 else {}
    if twin.auto_shift is not None:
        optional |= {s: wanted[s] for s in (twin.shift, *twin.offsets) if s is not None and s in wanted}
    band = twin.profile.setting_for(Means.BAND)
    if band is not None:
        optional[band] = twin.band_of(goal.channel.rx_hz) or 0
    wanted |= set_wide_needs(Draft(twin, start))[0]
    aim = Aim(twin, start, wanted, goal.channel, slot, optional)
    s, tally = start, Tally()
    if twin.step is not None:
        taken = {twin.get(f.state, twin.step) for f in follow(twin, sheet, start).frames}
        aim.steps = tuple(sorted({*taken, *([step] if step is not None and step >= 0 else [])}))
    for given in sheet.steps():
        if given.when is not None and not given.when.holds(display(twin, s)):
            continue
        for text in given.actions:
            for action in parse_actions(twin.profile, text):
                s = perform(twin, s, action, tally).state
                if aim.reached(s):
                    return aim, seconds(tally, 0)
    return None


def measure(task: tuple[str, int, int, float]) -> list[str]:
    """Return the lines of one radio."""
    model, singles, wholes, most_s = task
    twin, lines = twin_of(model), []
    for name, cases, make in (("single", singles, single), ("whole", wholes, whole)):
        rng, ratios, asked, tries = random.Random(f"{name} {model}"), [], 0, 0
        while asked < cases and tries < cases * 6:
            tries += 1
            case = make(twin, rng)
            if case is None:
                continue
            asked += 1
            best = least(*case, most_s)
            if best is not None:
                ratios.append(case[1] / best)
        mean = sum(ratios) / len(ratios) if ratios else float("nan")
        worst = max(ratios, default=float("nan"))
        share = 100 * len(ratios) / asked if asked else 0
        lines.append(
            f"{model:<20} {name:<6} {len(ratios):>3} of {asked:>3} searched to the end ({share:.0f} %); "
            f"planner / least: mean {mean:.3f}, worst {worst:.2f}"
        )
    return lines


def main(singles: int, wholes: int, most_s: float, models: list[str]) -> None:
    with ProcessPoolExecutor() as pool:
        for lines in pool.map(measure, [(m, singles, wholes, most_s) for m in models or model_names()]):
            print("\n".join(lines), flush=True)


if __name__ == "__main__":
    numbers = [float(a) for a in sys.argv[1:] if a.replace(".", "").isdigit()]
    singles, wholes, most_s = [*numbers, *(200, 50, 20)[len(numbers) :]]
    main(int(singles), int(wholes), most_s, [a for a in sys.argv[1:] if not a.replace(".", "").isdigit()])
