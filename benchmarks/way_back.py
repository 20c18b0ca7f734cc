"""How near the way back from a slip comes to the fewest keys, against a uniform-cost search over the twin.

Run: ``PYTHONPATH=src python benchmarks/way_back.py [SLIPS] [EXPANSIONS]``: so many slips a radio, drawn by how likely they
are, and at most so many states looked at a slip.

The search presses everything that is bound, cheapest first, from where the slip left the radio, until it stands where
the sheet stands before one of its actions; what is left of the sheet from there is added.  Compared is the effort in
seconds to the end of the sheet (the looks are those of the sheet).  A case counts when the search came to its end: then nothing
shorter leads into the sheet.  Where the search ran out, the ratio to the best that it found is a lower bound.
"""

import random
import sys
import time
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from heapq import heappop, heappush
from itertools import count

from vocator.core.goals.effort import LOOK_S, seconds
from vocator.core.goals.goal import Beyond
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import follow
from vocator.core.radio.inputs import Hold, Input, Tap, Turn
from vocator.core.radio.perform import Tally, perform
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.slips.recovery import courses_of, rest_of, way_back
from vocator.core.slips.slips import Course
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import generate
from vocator.usecases.twin.twins import twin_of

KINDS = ("label", "send", "narrow")
MOST_CLICKS = 30


def key(state: State) -> State:
    """Return what of a state matters for going on: not where a list stands, which the sheet turns to."""
    return state._replace(cursors=(), idle_ms=0, last_written=-1)


def inputs_at(twin: Twin, state: State) -> Iterator[Input]:
    """Yield everything that is bound where the radio stands, but PTT at rest."""
    for binding in twin.screens[state.screen].bind:
        press = binding.press
        if press.held or (press.key == "PTT" and twin.at_rest(state)):
            continue
        if press.kind == "tap":
            yield Tap(press.key)
        elif press.kind == "hold":
            yield Hold(press.key, press.ms)
    yield from (Tap(d) for d in "0123456789" if d in twin.profile.keys)
    for dial in twin.profile.dials:
        for clicks in range(1, MOST_CLICKS + 1):
            yield Turn(dial, clicks)
            yield Turn(dial, -clicks)


def cost_of(given: Input) -> float:
    """Return the effort of one input, in seconds."""
    tally = Tally()
    tally.add(given)
    return seconds(tally, 0)


def rejoins(course: Course, slipped: int, until: int) -> dict[State, float]:
    """Return the states of the right course up to a step, also within steps, with the effort from there to the end in seconds.

    Not those after a sending that the slip stood in the way of: the search sends nothing.
    """
    found: dict[State, float] = {}
    for number, step in enumerate(course.steps[: until + 2]):
        if not course.run.frames[number].done:
            continue
        state, actions = course.before(number), course.actions(step)
        for at in range(len(actions) + 1):
            tally, rest = Tally(), state
            for action in actions[at:]:
                rest = perform(course.twin, rest, action, tally).state
            left = seconds(tally, int(at < len(actions))) + course.rest_s(number + 1)
            found[key(state)] = min(left, found.get(key(state), left))
            if step.on_air and number >= slipped:
                return found
            if at < len(actions):
                state = perform(course.twin, state, actions[at]).state
    return found


def least(twin: Twin, start: State, aims: dict[State, float], bound: float, most: int) -> tuple[float, bool]:
    """Return the least effort from a state into the sheet and to its end, and whether the search came to its end."""
    order, best = count(), bound
    queue: list[tuple[float, int, State]] = [(0.0, next(order), start)]
    seen: dict[State, float] = {key(start): 0.0}
    floor = min(aims.values())
    for _ in range(most):
        if not queue:
            return best, True
        cost, _, state = heappop(queue)
        if cost + floor >= best:
            return best, True
        for given in inputs_at(twin, state):
            after, effects = twin.act(state, given)
            if effects.transmitting_hz is not None or after.slots != state.slots:
                continue
            at, then = key(after), cost + cost_of(given)
            if then < seen.get(at, best):
                seen[at] = then
                if at in aims:
                    best = min(best, then + LOOK_S + aims[at])
                heappush(queue, (then, next(order), after))
    return best, False


def task(given: tuple[str, int, int]) -> tuple[str, list[tuple[float, bool, float]]]:
    """Return for some slips of a radio the ratio of effort, whether the search ended, and the seconds that the way back took."""
    model, slips, most = given
    twin, rng, found = twin_of(model), random.Random(f"{model} way back"), []
    for kind in KINDS:
        goal = generate(twin, kind, rng)
        try:
            sheet = plan(twin, goal)
        except Beyond:
            continue
        course = courses_of(twin, sheet, goal)[0]
        outcomes = [o for o in map(course.replay, course.slips()) if o.noticed >= 0 and not o.sent]
        for outcome in rng.choices(outcomes, [o.weight for o in outcomes], k=slips // len(KINDS)):
            began = time.process_time()
            way = way_back(course, goal, [outcome.state], outcome.noticed)
            took = time.process_time() - began
            if way is None:
                found.append((float("inf"), True, took))
                continue
            run = follow(twin, rest_of(sheet, way.step, way.actions), outcome.state, keep_frames=False)
            ours = seconds(run.tally, run.looks)
            best, ended = least(twin, outcome.state, rejoins(course, outcome.slip.step, outcome.noticed), ours, most)
            found.append((ours / best, ended, took))
    return model, found


def main() -> None:
    """Print a line a radio."""
    slips, most = (int(a) for a in (*sys.argv[1:], *("30", "4000")[len(sys.argv) - 1 :]))
    print(f"{'radio':22} {'slips':>5} {'ended':>6} {'mean':>6} {'worst':>6} {'CPU s':>6}")
    every: list[float] = []
    with ProcessPoolExecutor() as pool:
        for model, found in pool.map(task, [(m, slips, most) for m in model_names()]):
            ratios = [r for r, _, _ in found]
            every += ratios
            ended = sum(e for _, e, _ in found) / len(found)
            print(
                f"{model:22} {len(found):5} {ended:6.0%} {sum(ratios) / len(ratios):6.3f} {max(ratios):6.2f} {max(t for _, _, t in found):6.2f}"
            )
    print(f"{'all':22} {len(every):5} {'':6} {sum(every) / len(every):6.3f} {max(every):6.2f}")


if __name__ == "__main__":
    main()
