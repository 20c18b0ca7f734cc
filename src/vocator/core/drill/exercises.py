"""Exercises of one item each, from a seed: a question, a twin or choices, hints of three depths, and what is right.

Each is solved once when it is made, on the twin, by the planner: none is without a solution, none is solved before it begins.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace
from functools import partial
from typing import TypeVar

from vocator.core.channel.channel import Channel, ToneUse, megahertz, tone_use
from vocator.core.drill.items import HOME, SIGHTS, SILENT, STEPS, SUMS, WHOLE, Item, item_of, setting_names
from vocator.core.goals.effort import seconds
from vocator.core.goals.goal import Beyond, Goal, check_reach, power_word
from vocator.core.goals.sheet import ChapterKind, Sheet
from vocator.core.planning.draft import Draft
from vocator.core.planning.exploration import open_states
from vocator.core.planning.planner import plan
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import ready, set_frequency
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.way_home import way_out
from vocator.core.proving.operator import follow
from vocator.core.radio.display import display
from vocator.core.radio.kept import with_item
from vocator.core.radio.perform import Tally, carry_out
from vocator.core.radio.report import display_dict
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

OUTPUTS_HZ = tuple(range(146_610_000, 147_000_000, 15_000)) + tuple(range(147_000_000, 147_390_000, 15_000))
SIMPLEX_HZ = tuple(range(146_400_000, 146_580_000, 15_000))
TONES = ("67.0", "88.5", "103.5", "110.9", "127.3", "141.3", "156.7")
MOST_TRIES = 40
CHOICES = 4


T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Hints:
    """Help in three depths: which chapter, which step, the keys."""

    chapters: tuple[str, ...] = ()
    steps: tuple[str, ...] = ()
    keys: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Exercise:
    """One exercise: on the twin (``start``, ``aim``), or with choices (``right`` is one of them)."""

    item: Item
    seed: int
    question: str
    usual_s: float
    start: State | None = None
    shown: State | None = None
    aim: dict[str, str] = field(default_factory=dict)
    choices: tuple[str, ...] = ()
    right: str = ""
    why: str = ""
    hints: Hints = Hints()
    fewest: int = 0
    sheet: Sheet | None = None
    goal: Goal | None = None
    beside: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class Verdict:
    """How it went: right or not, what was forgotten, what else was changed, both said once."""

    right: bool
    forgotten: tuple[str, ...] = ()
    changed: tuple[str, ...] = ()


Draw = Callable[[int], int]
"""Draws a number from 0 to below the one given; the same draws make the same exercise."""


def _pick(rng: Draw, of: Sequence[T]) -> T:
    return of[rng(len(of))]


def _sample(rng: Draw, of: Sequence[T], count: int) -> list[T]:
    left, found = list(of), []
    for _ in range(count):
        found.append(left.pop(rng(len(left))))
    return found


def exercise(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    """Return the exercise of an item; ``rng`` draws it for ``seed``.  None where this radio has none for it."""
    if item in SUMS:
        return _sum(item, seed, rng)
    if item in SIGHTS:
        return _sight(twin, item, seed, rng)
    if item == SILENT:
        return _silent(twin, seed, rng)
    if item == HOME:
        return _home(twin, seed, rng)
    if item == WHOLE or item in STEPS.values():
        return _whole(twin, item, seed, rng)
    return _set(twin, item, seed, rng)


# -- sums ----------------------------------------------------------------------------------


def _sum(item: Item, seed: int, rng: Draw) -> Exercise:
    rx_hz = _pick(rng, OUTPUTS_HZ)
    plus = rx_hz >= 147_000_000
    tx_hz = rx_hz + (600_000 if plus else -600_000)
    tone = _pick(rng, TONES)
    line = f"{megahertz(rx_hz)} {'+' if plus else '-'} {tone}"
    if item.key == "sum send":
        wrong = {tx_hz - 2 * (tx_hz - rx_hz), rx_hz, rx_hz + (5_000_000 if plus else -5_000_000)}
        choices = [megahertz(hz) for hz in (tx_hz, *sorted(wrong))]
        why = f"{megahertz(rx_hz)} {'plus' if plus else 'minus'} 0.6 MHz; the 2 m offset is 600 kHz"
        return _choice(item, seed, rng, f"The listing says {line}. On what do you send?", choices, why)
    if item.key == "sum sign":
        asked = f"A repeater is heard on {megahertz(rx_hz)}, and its input is {megahertz(tx_hz)}. Which sign?"
        why = f"the input lies {'above' if plus else 'below'} the output"
        return _choice(item, seed, rng, asked, ["+" if plus else "−", "−" if plus else "+", "none: it is simplex"], why)
    use = _pick(rng, ("send", "both"))
    said = f"{megahertz(rx_hz)} {'+' if plus else '-'} " + (f"t{tone}" if use == "send" else f"t{tone} r{tone}")
    right = "it is sent; everything is heard" if use == "send" else "it is sent, and only what carries it is heard"
    others = [
        "it is sent; everything is heard", "it is sent, and only what carries it is heard", "it opens the receiver; nothing is sent",
    ]  # fmt: skip
    why = "a t alone is the uplink's tone; an r as well keeps the receiver shut without it"
    return _choice(
        item, seed, rng, f"The listing says {said}. What does the tone do?", [right, *(o for o in others if o != right)], why
    )


def _choice(item: Item, seed: int, rng: Draw, asked: str, choices: list[str], why: str, shown: State | None = None) -> Exercise:
    """Return a question; the first of the choices is right."""
    some = list(dict.fromkeys(choices))[:CHOICES]
    mixed = _sample(rng, some, len(some))
    return Exercise(item, seed, asked, 10.0, choices=tuple(mixed), right=choices[0], why=why, shown=shown)


# -- sights --------------------------------------------------------------------------------


def _sight(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    goal = _goal(twin, rng)
    if goal is None:
        return None
    held = twin.start
    for slot in _sample(rng, range(min(twin.profile.plain_slots, 60)), 3):
        stored = follow(twin, plan(twin, replace(goal, slot=slot)), held, keep_frames=False).state.slots[slot]
        held = held._replace(slots=with_item(held.slots, slot, stored))
    memory = rng(2) == 0
    slot = next(n for n, s in enumerate(held.slots) if s is not None)
    if memory:
        held = held._replace(
            modes=tuple(twin.memory for _ in held.modes), screen=twin.memory, positions=tuple(slot for _ in held.positions)
        )
    text = twin.profile.slot_text(slot)
    if item.key == "sight mode":
        right = "memory mode" if memory else "VFO mode"
        choices = [right, "VFO mode" if memory else "memory mode", "something is open"]
        return _choice(item, seed, rng, "In which mode is it?", choices, "a slot number stands there in memory mode only", held)
    shown = display(twin, held)
    right = f"slot {text} is chosen" if memory else f"it listens on {shown.main}, in no slot"
    wrong = [
        f"it listens on {megahertz(goal.channel.rx_hz)}, in no slot" if memory else f"slot {text} is chosen",
        "nothing can be said",
    ]
    return _choice(
        item, seed, rng, "What is chosen?", [right, *wrong], "the slot number stands beside the frequency or the label", held
    )


FAULTS = (
    "the tone is not sent",
    "the sign is the other one",
    "there is no shift",
    "all is as the listing says: look at antenna and place",
)


def _silent(twin: Twin, seed: int, rng: Draw) -> Exercise | None:
    """A slot with one fault, or none, as memory mode shows it; only where the display tells all of them apart."""
    goal = _goal(twin, rng)
    if goal is None or goal.channel.is_simplex or goal.channel.tx_hz is None:
        return None
    right = goal.channel
    other = right.rx_hz - (goal.channel.tx_hz - right.rx_hz)
    held = (replace(right, tone=ToneUse()), replace(right, tx_hz=other), replace(right, tx_hz=right.rx_hz), right)
    states = []
    for channel in held:
        try:
            end = follow(twin, plan(twin, replace(goal, channel=channel)), twin.start, keep_frames=False).state
        except Beyond:
            return None
        memory = end._replace(modes=tuple(twin.memory for _ in end.modes), screen=twin.memory, stack=())
        states.append(memory._replace(positions=tuple(goal.slot for _ in end.positions)))
    if len({display(twin, s).text for s in states}) < len(states):
        return None
    which = rng(len(FAULTS))
    asked = f"The listing says {_said(right)}. You call, and nothing opens. Look at the slot: what is wrong?"
    why = "sign and tone stand on the display; what is not there is not sent"
    return _choice(
        SILENT, seed, rng, asked, [FAULTS[which], *(f for n, f in enumerate(FAULTS) if n != which)], why, states[which]
    )


# -- on the twin -----------------------------------------------------------------------------


def _home(twin: Twin, seed: int, rng: Draw) -> Exercise | None:
    states = [s for s in open_states(twin) if not twin.at_rest(s)]
    for _ in range(MOST_TRIES):
        start = _pick(rng, states)
        way = way_out(twin, start)
        if way and twin.at_rest(carry_out(twin, start, way)):
            tally = Tally(taps=len(way))
            hints = Hints(("Ready",), ("leave what is open, nothing is to be changed",), way)
            asked = "Something is open, and you do not know how it came to that. Leave it, and change nothing."
            return Exercise(HOME, seed, asked, seconds(tally, 2), start, aim={"rest": "home"}, hints=hints, fewest=len(way))
    return None


def _set(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    name = item.key.removeprefix("set ")
    if name not in setting_names(twin):
        return None
    setting = twin.profile.setting_named(name)
    domain, start = twin.settings[setting].domain, twin.start
    now = twin.get(start, setting)
    near = [v for v in range(domain.count) if v != now and abs(v - now) <= 15] or [v for v in range(domain.count) if v != now]
    for _ in range(MOST_TRIES):
        value = _pick(rng, near)
        sheet = _sheet(twin, partial(_only_set, setting=setting, value=value))
        run = follow(twin, sheet, start)
        if not run.trouble and twin.at_rest(run.state) and twin.get(run.state, setting) == value:
            text = domain.text(value)
            return _on_twin(twin, item, seed, f"Set {name} to {text}.", sheet, {f"setting {name}": text})
    return None


def _whole(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    for _ in range(MOST_TRIES):
        goal = _goal(twin, rng, item)
        if goal is None:
            return None
        try:
            sheet = plan(twin, goal)
        except Beyond:
            continue
        run = follow(twin, sheet, twin.start)
        if run.trouble:
            continue
        if item == STEPS[ChapterKind.FREQUENCY]:
            sheet = _sheet(twin, partial(_only_tune, hz=goal.channel.rx_hz))
            return _on_twin(
                twin, item, seed, f"Bring in {megahertz(goal.channel.rx_hz)}.", sheet, {"frequency": str(goal.channel.rx_hz)}
            )
        slot = twin.profile.slot_text(goal.slot)
        asked = f"{_said(goal.channel)} into slot {slot}, from memory."
        return replace(_on_twin(twin, item, seed, asked, sheet, {"slot": twin.profile.slot_key(goal.slot)}), goal=goal)
    return None


def _said(c: Channel) -> str:
    shift = (c.tx_hz or c.rx_hz) - c.rx_hz
    sign = "simplex" if not shift else f"{'plus' if shift > 0 else 'minus'} {abs(shift) / 1e6:g}"
    tone = f", tone {c.tone.tone_tx}" if c.tone.tone_tx else ""
    label = f", label {c.label}" if c.label else ""
    return f"{megahertz(c.rx_hz)}, {sign}{tone}{label}"


def _goal(twin: Twin, rng: Draw, item: Item = WHOLE) -> Goal | None:
    """Return a repeater (for all but the whole: simplex) that this radio can do, in one of its first slots."""
    for _ in range(MOST_TRIES):
        simplex = item != WHOLE or rng(5) == 0
        rx_hz = _pick(rng, SIMPLEX_HZ if simplex else OUTPUTS_HZ)
        if not twin.profile.may_send(rx_hz):  # a radio of other bands: simplex somewhere in them
            low, high = _pick(rng, twin.profile.transmit_hz)
            simplex, rx_hz = True, (-(-low // 20_000) + rng((high - low) // 20_000)) * 20_000
        tx_hz = rx_hz if simplex else rx_hz + (600_000 if rx_hz >= 147_000_000 else -600_000)
        tone = ToneUse() if simplex else tone_use(_pick(rng, TONES), None)
        label = "RIDGE"[: twin.profile.label_length] if item == STEPS[ChapterKind.NAME] and twin.profile.label_length else None
        channel = Channel(
            rx_hz, tx_hz, tone, power=power_word(twin, None)[0] if twin.power in twin.stored_place else None, label=label
        )
        goal = Goal(1 + rng(min(30, twin.profile.plain_slots) - 1), channel)
        try:
            check_reach(twin, goal)
        except Beyond:
            continue
        return goal
    return None


def _only_set(draft: Draft, routes: Routes, setting: int, value: int) -> None:
    set_all(draft, routes, {setting: value}, {setting: "as asked"})


def _only_tune(draft: Draft, routes: Routes, hz: int) -> None:
    set_frequency(draft, routes, hz, ChapterKind.FREQUENCY, "as asked")


def _sheet(twin: Twin, write: Callable[[Draft, Routes], None]) -> Sheet:
    draft, routes = Draft(twin, None), Routes(twin)
    ready(draft, routes, Goal(0, Channel(twin.profile.bands[0].new_hz[0], None)))
    write(draft, routes)
    return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters())


def _on_twin(twin: Twin, item: Item, seed: int, asked: str, sheet: Sheet, aim: dict[str, str]) -> Exercise:
    run = follow(twin, sheet, twin.start)
    steps = [(c, s) for c in sheet.chapters for s in c.steps]
    done = [(c, s) for (c, s), f in zip(steps, run.frames, strict=True) if f.done and s.actions and not s.on_air]
    hints = Hints(
        tuple(dict.fromkeys(str(c.kind) for c, _ in done)), tuple(s.say for _, s in done), tuple(" ".join(s.actions) for _, s in done),
    )  # fmt: skip
    tally = run.tally
    fewest = tally.taps + tally.holds + tally.digits + tally.touches
    beside = frozenset(
        s.name for n, s in enumerate(twin.settings) if s.scope == "set" and twin.get(run.state, n) != twin.get(twin.start, n)
    )
    usual_s = seconds(tally, len(done))
    return Exercise(item, seed, asked, usual_s, twin.start, aim=aim, hints=hints, fewest=fewest, sheet=sheet, beside=beside)


# -- the judge -------------------------------------------------------------------------------


def judged(twin: Twin, one: Exercise, end: State) -> Verdict:
    """Return how an exercise on the twin went: what was asked for, and that nothing else of slots and settings was changed."""
    assert one.start is not None
    forgotten: list[str] = []
    if not twin.at_rest(end):
        forgotten.append("something is still open")
    for what, wanted in one.aim.items():
        forgotten += _lacks(twin, one, end, what, wanted)
    changed = _changed(twin, one, end)
    return Verdict(not forgotten and not changed, tuple(forgotten), tuple(changed))


def _lacks(twin: Twin, one: Exercise, end: State, what: str, wanted: str) -> list[str]:
    if what == "frequency":
        return [] if twin.freq(end) == int(wanted) else [f"{megahertz(int(wanted))} does not stand in the VFO"]
    if what.startswith("setting "):
        name = what.removeprefix("setting ")
        setting = twin.profile.setting_named(name)
        shown = twin.settings[setting].domain.text(twin.get(end, setting))
        return [] if shown == wanted else [f"{name} is {shown}, not {wanted}"]
    if what == "slot" and one.goal is not None:
        stored = end.slots[one.goal.slot]
        if stored is None:
            return [f"slot {twin.profile.slot_text(one.goal.slot)} is empty"]
        return _differs(twin, one.goal.channel, twin.channel(stored))
    return []


def _differs(twin: Twin, wanted: Channel, held: Channel) -> list[str]:
    """Say what of a channel was forgotten."""
    found = []
    if held.rx_hz != wanted.rx_hz:
        found.append(f"it listens on {megahertz(held.rx_hz)}")
    if held.tx_hz != wanted.tx_hz:
        found.append(f"it sends on {megahertz(held.tx_hz or 0)}: look at sign and offset")
    if held.tone != wanted.tone:
        if held.tone.tone_tx is None and wanted.tone.tone_tx:
            found.append(f"the tone is not sent: its use is off, or {wanted.tone.tone_tx} was not set")
        else:
            found.append("the tone or its use is another")
    if held.width != wanted.width:
        found.append(f"the width is {held.width}")
    if wanted.label and held.label != wanted.label:
        found.append(f"the label is {held.label or 'not there'}")
    return found


def _changed(twin: Twin, one: Exercise, end: State) -> list[str]:
    """Name what was changed beside the aim: other slots, and settings of the whole radio."""
    assert one.start is not None
    own = one.goal.slot if one.goal is not None else -1
    slots = [
        twin.profile.slot_text(n) for n, (a, b) in enumerate(zip(one.start.slots, end.slots, strict=True)) if a != b and n != own
    ]
    found = [f"slot {text} was changed" for text in slots]
    allowed = {w.removeprefix("setting ") for w in one.aim}
    for number, setting in enumerate(twin.settings):
        if setting.scope != "set" or setting.name in allowed | one.beside:
            continue
        before, after = twin.get(one.start, number), twin.get(end, number)
        if before != after:
            found.append(f"{setting.name} is {setting.domain.text(after)} now")
    return found


def shown_of(twin: Twin, one: Exercise) -> dict[str, object] | None:
    """Return the display that a question is about."""
    return display_dict(display(twin, one.shown)) if one.shown is not None else None


def parts_of(twin: Twin, one: Exercise) -> list[Item]:
    """Return all that an exercise exercises: the item itself, and the steps of a whole."""
    if one.sheet is None or one.item != WHOLE:
        return [one.item]
    found = [item_of(twin, c.kind, s) for c in one.sheet.chapters for s in c.steps]
    return [one.item, *dict.fromkeys(i for i in found if i is not None)]
