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
from dataclasses import replace
from heapq import heappop, heappush
from itertools import count

from aim import Aim, cost

from vocator.core.goals.effort import seconds
from vocator.core.goals.goal import Beyond, Goal, frequency_entry, frequency_step
from vocator.core.goals.sheet import ChapterKind, Sheet
from vocator.core.planning.draft import Draft
from vocator.core.planning.list_ways import leave_list
from vocator.core.planning.planner import plan
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import set_wide_needs
from vocator.core.planning.setting_ways import set_all
from vocator.core.proving.operator import follow
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn
from vocator.core.radio.moved_values import clicks_to
from vocator.core.radio.perform import Tally, UntilFailed, perform
from vocator.core.radio.profile import CHANNEL_PARTS, Means
from vocator.core.radio.screens import (
    EntryScreen,
    ListScreen,
    PickerScreen,
    RestScreen,
    Screen,
    ValueScreen,
)
from vocator.core.radio.start import StartError, required_values, start_state
from vocator.core.radio.state import State
from vocator.core.radio.tables import Handler
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import generate
from vocator.usecases.twin.twins import twin_of

MANY = 2000
KINDS = ("simplex", "repeater", "send", "send and open", "code", "narrow", "each power")
STRAYING = ("mode", "toggle_mode", "unit", "recall", "reverse", "lock_group", "transmit", "search", "calm", "use_free_key")
TOUCHED_DIALS = ("change", "scroll", "pick", "pick_group", "tune", "adjust")


def distances(aim: Aim, s: State, handler: Handler, way: int) -> list[int]:
    """Return after how many clicks one way something wanted is reached."""
    twin, screen = aim.twin, aim.twin.screens[s.screen]

    def round_to(at: int, to: int, size: int, wraps: bool) -> list[int]:
        ahead = (to - at) * way
        return [ahead % size] if wraps and ahead % size else [ahead] if ahead > 0 else []

    if handler.name == "scroll":
        assert isinstance(screen, ListScreen)
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
        return round_to(s.pick, aim.slot, twin.profile.slot_count, not (isinstance(screen, PickerScreen) and screen.stops))
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
    if (isinstance(screen, RestScreen) and aim.channel and s.modes[s.unit] == twin.vfo and handler.arg == "frequency") or (
        isinstance(screen, EntryScreen) and aim.channel
    ):
        texts = aim.typed
    elif isinstance(screen, PickerScreen) and aim.channel and screen.digits:
        text = twin.profile.slot_text(aim.slot)
        texts = [text] if text.isdigit() else []
    elif (
        isinstance(screen, (ValueScreen, ListScreen))
        and setting is not None
        and setting.digits
        and (isinstance(screen, ValueScreen) or screen.live)
    ):
        value = aim.target(s.opened)
        hz = int(setting.domain.meaning(value)) if value is not None and setting.domain.meaning(value).isdigit() else None
        texts = [f"{hz // setting.digit_hz:0{setting.digits}d}"] if hz is not None and hz % setting.digit_hz == 0 else []
    if isinstance(screen, ListScreen) and screen.digits:
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
    if isinstance(screen, (ListScreen, ValueScreen, PickerScreen)) and screen.touched:
        yield from touches(aim, s, screen)


def touches(aim: Aim, s: State, screen: Screen) -> Iterator[tuple[Input, ...]]:
    """Yield the touches of what stands on a screen itself."""
    if isinstance(screen, ListScreen):
        for entry in screen.entries:
            if aim.leads(entry):
                yield (Tap(TOUCH + entry.name),)
    if isinstance(screen, ValueScreen):
        yield (Tap(TOUCH + aim.twin.settings[s.opened].name),)
    if isinstance(screen, PickerScreen) and aim.channel:
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
            if isinstance(twin.screens[after.screen], PickerScreen) and not then[1]:
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
