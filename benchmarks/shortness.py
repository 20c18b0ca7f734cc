"""How near the planner comes to the fewest keys: single settings, against a best-first search over the twin.

Run: ``PYTHONPATH=src python benchmarks/shortness.py [CASES]``.  For each radio, random
single-setting changes from a known state at rest in VFO mode.  The search knows nothing
of menus: it presses every key and turns every dial, cheapest first, and throws away what
changes anything else.  Compared is the effort of the presses alone, in seconds.
"""

import random
import sys
import time
from heapq import heappop, heappush
from itertools import count

from vocator.core.keying.draft import Draft
from vocator.core.keying.effort import seconds
from vocator.core.keying.operator import follow
from vocator.core.keying.routes import Routes
from vocator.core.keying.setting_ways import leave_list, set_all
from vocator.core.keying.sheet import Sheet
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn
from vocator.core.radio.perform import Tally, UntilFailed
from vocator.core.radio.profile import CHANNEL_PARTS, Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.twins import twin_of

MOST_S = 4.0
LEFT_ALONE = ("unit", "modes", "freqs", "slots", "reverse", "group", "positions", "free")


def cost(inputs: tuple[Input, ...]) -> float:
    """Return the effort of inputs, looks left out, in seconds."""
    tally = Tally()
    for given in inputs:
        tally.add(given)
    return seconds(tally, 0)


def edges(twin: Twin, s: State, setting: int, value: int) -> list[tuple[Input, ...]]:
    """Return what a hand can do next; a dial goes at once to any entry, or to the wanted value."""
    table, screen = twin.tables[s.screen], twin.screens[s.screen]
    found: list[tuple[Input, ...]] = [(Tap(k),) for k in table.taps if k != TOUCH + "OWN"]
    found += [(Tap(d),) for d in "0123456789"] if table.digits else []
    found += [(Hold(k, ms),) for k, holds in table.holds.items() for ms, _ in holds]
    found += [(Chord(held, Tap(key)),) for held, kind, key in table.chords if kind == "tap"]
    if screen.touched and screen.kind == "list":
        found += [(Tap(TOUCH + e.name),) for e in screen.entries]
    if screen.touched and screen.kind == "value":
        found.append((Tap(TOUCH + twin.settings[s.opened].name),))
    dials = table.turns if twin.profile.panel.get("has_dial") else {}
    for dial, handler in dials.items():
        if handler.name == "scroll":
            found += [(Turn(dial, n),) for n in range(-len(screen.entries) + 1, len(screen.entries)) if n]
        elif handler.name == "change" and s.opened == setting:
            apart = value - s.value
            domain = twin.settings[setting].domain.count
            found += [(Turn(dial, n),) for n in (apart, apart - domain, apart + domain) if n]
    for key, handler in table.taps.items():
        if handler.name == "scroll":
            found += [(Tap(key),) * n for n in range(2, len(screen.entries))]
        if handler.name == "change" and s.opened == setting:
            found += [(Tap(key),) * n for n in ((value - s.value) * handler.clicks,) if 1 < n < 200]
    return found


def leads(twin: Twin, s: State, setting: int, value: int) -> bool:
    """Whether a state can lie on a shortest way: no setting is changed from a frequency, slot, label or another value."""
    screen = twin.screens[s.screen]
    if screen.kind in ("entry", "picker", "label", "question", "search"):
        return False
    if screen.kind == "value":
        if s.opened != setting:
            return twin.settings[s.opened].then == setting or setting in dict(twin.settings[s.opened].inner).values()
        digits = twin.settings[setting].digits
        wanted = (
            f"{int(twin.settings[setting].domain.meaning(value)) // twin.settings[setting].digit_hz:0{digits}d}" if digits else ""
        )
        return wanted.startswith(s.typed)
    return not s.typed or any(e.number.startswith(s.typed) for e in screen.entries)


def least(twin: Twin, start: State, setting: int, value: int, bound: float) -> float | None:
    """Return the least effort that puts one setting right and changes nothing else; None when time runs out."""
    until = time.perf_counter() + MOST_S
    wanted = twin.put(start, setting, value).values
    order = count()
    heap: list[tuple[float, int, State]] = [(0.0, next(order), start)]
    seen: dict[State, float] = {start: 0.0}
    while heap:
        spent, _, s = heappop(heap)
        if spent > seen.get(s, spent):
            continue
        if s.screen == twin.vfo and s.values == wanted and not s.typed:
            return spent
        if time.perf_counter() > until:
            return None
        for inputs in edges(twin, s, setting, value):
            after = s
            for given in inputs:
                after, effects = twin.act(after, given)
                if effects.transmitting_hz is not None:
                    break
            else:
                after = after._replace(
                    idle_ms=0, message="", message_ms=0, cursors=start.cursors, last_written=start.last_written
                )
                total = spent + cost(inputs)
                other = any(getattr(after, name) != getattr(start, name) for name in LEFT_ALONE)
                strange = any(a not in (b, c) for a, b, c in zip(after.values, start.values, wanted, strict=True))
                if (
                    other
                    or strange
                    or not leads(twin, after, setting, value)
                    or total > bound + 1e-6
                    or seen.get(after, total + 1) <= total
                ):
                    continue
                seen[after] = total
                heappush(heap, (total, next(order), after))
    return bound


def planned(twin: Twin, start: State, setting: int, value: int) -> float:
    """Return the planner's effort for one setting."""
    draft, routes = Draft(twin, start), Routes(twin)
    set_all(draft, routes, {setting: value}, {setting: ""}, "Set")
    leave_list(draft, routes, "Set", "")
    run = follow(twin, Sheet("", "", draft.chapters()), start, keep_frames=False)
    assert not run.trouble, run.trouble
    assert run.state.values == twin.put(start, setting, value).values
    return seconds(run.tally, 0)


def main(cases: int) -> None:
    for model in model_names():
        twin = twin_of(model)
        rng = random.Random(f"short {model}")
        routes = Routes(twin)
        tried = [
            i
            for i, s in enumerate(twin.settings)
            if s.means in CHANNEL_PARTS and s.means not in (Means.MODE, Means.BAND, Means.SEND_FREQUENCY) and s.domain.count > 1
            and (routes.to_setting(i) or routes.presses(twin.vfo, "step", s.name) or routes.panel_for(i))
        ]  # fmt: skip
        ratios: list[float] = []
        asked = 0
        for _ in range(cases):
            setting = rng.choice(tried)
            value = rng.randrange(1, twin.settings[setting].domain.count)
            start = twin.start
            if twin.get(start, setting) == value:
                continue
            asked += 1
            try:
                ours = planned(twin, start, setting, value)
            except (AssertionError, UntilFailed):
                continue  # a setting that another must go with is no single change
            best = least(twin, start, setting, value, ours)
            if best is not None:
                ratios.append(ours / best)
        mean = sum(ratios) / len(ratios) if ratios else float("nan")
        worst = max(ratios, default=float("nan"))
        print(
            f"{model:<20} {len(ratios):>3} of {asked:>3} searched to the end; planner / least: mean {mean:.3f}, worst {worst:.2f}"
        )


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 200)
