"""Many channels for one radio: the order of least effort, one sheet after the other, proven as a chain.

The first channel is proven from the covering set; each later one from the states that the
one before leaves, whatever values were found at the very start.
"""

from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise, permutations
from math import ceil

from vocator.core.goals.effort import CLICK_S, LOOK_S, TAP_S, seconds
from vocator.core.goals.goal import Beyond, Goal, frequency_entry
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.planner import plan
from vocator.core.planning.routes import Routes
from vocator.core.planning.store_sheet import Carried, plan_next
from vocator.core.proving.operator import Run, follow
from vocator.core.proving.prover import Proof, Verdict, judge, prove
from vocator.core.proving.starts import covering_starts
from vocator.core.radio.start import required_values
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

EXACTLY = 7
"""Up to so many channels every order is weighed."""
SETTING_S = 2 * LOOK_S + 3 * TAP_S
CHAINS = ("every value wrong", "every slot occupied")
SEED = 1


@dataclass(frozen=True, slots=True)
class Part:
    """One channel of a batch: its goal, its sheet, how it ran after the one before, its seconds."""

    goal: Goal
    sheet: Sheet
    run: Run
    seconds: float


@dataclass(frozen=True, slots=True)
class FreeKeys:
    """What assigning free keys once would bring: each ``P3=CTCSS``, in seconds, and after how many channels it pays."""

    keys: tuple[str, ...]
    assign_s: float
    saves_s: float
    pays_after: int | None


@dataclass(frozen=True, slots=True)
class Batch:
    """Channels in the order of work; ``listed_s`` is the effort in the order they were listed in."""

    parts: tuple[Part, ...]
    beyond: tuple[tuple[Goal, Beyond], ...]
    proof: Proof
    seconds: float
    listed_s: float
    free_keys: FreeKeys | None = None


def make_batch(twin: Twin, goals: list[Goal], start: State, progress: Callable[[int, int], None] = lambda n, of: None) -> Batch:
    """Order, plan and prove the goals that the radio can do."""
    able: list[Goal] = []
    beyond: list[tuple[Goal, Beyond]] = []
    for goal in goals:
        try:
            plan_next(twin, goal, None)
            able.append(goal)
        except Beyond as why:
            beyond.append((goal, why))
    listed = _in_turn(twin, able, start)
    listed_s = sum(p.seconds for p in listed)
    order = least_effort(twin, able)
    ordered = listed if order == list(range(len(able))) else _in_turn(twin, [able[i] for i in order], start)
    if sum(p.seconds for p in ordered) > listed_s:
        ordered = listed
    proof = _prove_chain(twin, ordered, progress)
    free = _free_keys(twin, ordered, start) if twin.profile.free_keys and len(ordered) > 1 else None
    return Batch(tuple(ordered), tuple(beyond), proof, sum(p.seconds for p in ordered), listed_s, free)


def _free_keys(twin: Twin, parts: list[Part], start: State) -> FreeKeys | None:
    """Weigh the free keys for what changes most from channel to channel against the sheets that assign them."""
    changes: Counter[int] = Counter()
    for before, after in pairwise(parts):
        had, wants = required_values(twin, before.goal.channel), required_values(twin, after.goal.channel)
        changes.update(s for s, v in wants.items() if had.get(s) != v)
    routes = Routes(twin)
    behind = {s.then for s in twin.settings if s.then is not None}
    usual = [s for s, _ in changes.most_common() if routes.to_setting(s) is not None and s not in behind]
    chosen = list(zip(twin.profile.free_keys, usual, strict=False))
    if not chosen:
        return None
    assign_s, state = 0.0, start
    for key, setting in chosen:
        goal = Goal(0, parts[0].goal.channel, kind="assign", key=f"{key}={twin.settings[setting].name}")
        run = follow(twin, plan(twin, goal), state, keep_frames=False)
        assign_s, state = assign_s + seconds(run.tally, run.looks), run.state
    free = state.free
    saved = sum(p.seconds for p in parts) - sum(
        p.seconds for p in _in_turn(twin, [p.goal for p in parts], start._replace(free=free))
    )
    each = saved / (len(parts) - 1)
    names = tuple(f"{key}={twin.settings[setting].name}" for key, setting in chosen)
    return FreeKeys(names, assign_s, saved, ceil(assign_s / each) + 1 if each > 0 else None)


def _in_turn(twin: Twin, goals: list[Goal], start: State) -> list[Part]:
    """Plan one channel after the other, each counting on what the one before leaves."""
    parts: list[Part] = []
    carried: Carried | None = None
    state = start
    for goal in goals:
        sheet, carried = plan_next(twin, goal, carried)
        run = follow(twin, sheet, state)
        state = run.state
        carried = carried._replace(state=state)
        parts.append(Part(goal, sheet, run, seconds(run.tally, run.looks)))
    return parts


def least_effort(twin: Twin, goals: list[Goal]) -> list[int]:
    """Return the order in which least has to be changed from one channel to the next.

    Few channels are weighed in every order; for many the travelling-salesman heuristics of
    networkx look for a short path; where that is not there, in a field kit, the listed order stays.
    """
    count = len(goals)
    if count < 3:
        return list(range(count))
    cost = [[_between(twin, a, b) for b in goals] for a in goals]
    if count <= EXACTLY:
        return list(min(permutations(range(count)), key=lambda order: sum(cost[a][b] for a, b in pairwise(order))))
    try:
        import networkx as nx  # type: ignore[import-untyped]  # only here, so that a field kit goes without it
    except ImportError:
        return list(range(count))
    graph = nx.DiGraph()
    nowhere = count  # a place that costs nothing to leave or reach makes a path of the round trip
    graph.add_weighted_edges_from((a, b, cost[a][b]) for a in range(count) for b in range(count) if a != b)
    graph.add_weighted_edges_from(e for a in range(count) for e in ((nowhere, a, 0.0), (a, nowhere, 0.0)))
    greedy = nx.approximation.greedy_tsp(graph, source=nowhere)
    better = nx.approximation.threshold_accepting_tsp(graph, greedy, source=nowhere, seed=SEED, max_iterations=40)
    tour: list[int] = min((greedy, better), key=lambda tour: sum(graph[a][b]["weight"] for a, b in pairwise(tour)))
    return tour[1:-1]


def _between(twin: Twin, before: Goal, after: Goal) -> float:
    """Estimate the effort that two channels in a row add: every setting that differs, and its clicks, in seconds."""
    had, wants = required_values(twin, before.channel), required_values(twin, after.channel)
    total = 0.0
    for setting, value in wants.items():
        if had.get(setting) != value:
            s = twin.settings[setting]
            apart = abs(value - had.get(setting, 0))
            clicks = min(apart, s.domain.count - apart) if s.wraps else apart
            total += SETTING_S + (0 if s.digits and not s.turned else clicks * CLICK_S)
    if before.group != after.group:
        total += SETTING_S
    if len(twin.profile.bands) > 1 and twin.band_of(before.channel.rx_hz) != twin.band_of(after.channel.rx_hz):
        total += SETTING_S
    if frequency_entry(twin) is None:
        total += _dialled(before.channel.rx_hz, after.channel.rx_hz)
    return total


def _dialled(from_hz: int, to_hz: int) -> float:
    """Estimate the turning from one frequency to another by the dial alone, in seconds."""
    whole, rest = divmod(abs(to_hz - from_hz), 1_000_000)
    return (whole + min(rest, 1_000_000 - rest) / 5_000) * CLICK_S


def _prove_chain(twin: Twin, parts: list[Part], progress: Callable[[int, int], None]) -> Proof:
    if not parts:
        return Proof(Verdict.PROVEN, 0)
    first = parts[0]
    proof = prove(twin, first.sheet, first.goal)
    progress(1, len(parts))
    if proof.verdict is not Verdict.PROVEN:
        return proof
    states = {**_left_by(twin, first.goal, first.sheet), "as listed": first.run.state}
    for number, part in enumerate(parts[1:], 2):
        for name, state in states.items():
            run = follow(twin, part.sheet, state, keep_frames=False)
            fault = judge(twin, part.sheet, part.goal, state, run)
            if fault:
                slot = twin.profile.slot_text(part.goal.slot)
                return Proof(Verdict.REFUTED, proof.starts, f"slot {slot}, after {name}", run.trouble_step, fault)
            states[name] = run.state
        progress(number, len(parts))
    return proof


def _left_by(twin: Twin, goal: Goal, sheet: Sheet) -> dict[str, State]:
    """Return what a sheet leaves from the starts that differ most from a new set."""
    starts = dict(covering_starts(twin, goal))
    return {name: follow(twin, sheet, starts[name], keep_frames=False).state for name in CHAINS}


def short_way(twin: Twin, before: Goal, goal: Goal, start: State) -> tuple[Sheet, Proof, State]:
    """Plan a sheet that counts on what the sheet for another goal left, proven from the states that it may leave.

    Returns the state it begins in too, as far as it is known.  Raises Beyond.
    """
    earlier, carried = plan_next(twin, before, None)
    first = follow(twin, earlier, start)
    states = [first.state, *_left_by(twin, before, earlier).values()]
    sheet, _ = plan_next(twin, goal, carried._replace(state=first.state))
    return sheet, prove(twin, sheet, goal, [("what the last sheet left", s) for s in dict.fromkeys(states)]), first.state
