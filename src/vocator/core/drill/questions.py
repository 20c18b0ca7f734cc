"""Questions with choices: sums of a listing, sights of a display, a slot that does not open its repeater."""

from dataclasses import replace

from vocator.core.channel.channel import ToneUse, megahertz
from vocator.core.drill.exercise import OUTPUTS_HZ, TONES, Draw, Exercise, choice, goal_for, pick, said, sample
from vocator.core.drill.items import SILENT, Item
from vocator.core.goals.goal import Beyond
from vocator.core.planning.exploration import open_states
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import follow
from vocator.core.radio.display import display
from vocator.core.radio.kept import with_item
from vocator.core.radio.twin import Twin


def listing_sum(item: Item, seed: int, rng: Draw) -> Exercise:
    """Return a sum about a line of a listing: the send frequency, the sign, what the tone does."""
    if item.key == "sum may":
        return _may(item, seed, rng)
    rx_hz = pick(rng, OUTPUTS_HZ)
    plus = rx_hz >= 147_000_000
    tx_hz = rx_hz + (600_000 if plus else -600_000)
    tone = pick(rng, TONES)
    line = f"{megahertz(rx_hz)} {'+' if plus else '-'} {tone}"
    if item.key == "sum send":
        wrong = {tx_hz - 2 * (tx_hz - rx_hz), rx_hz, rx_hz + (5_000_000 if plus else -5_000_000)}
        choices = [megahertz(hz) for hz in (tx_hz, *sorted(wrong))]
        why = f"{megahertz(rx_hz)} {'plus' if plus else 'minus'} 0.6 MHz; the 2 m offset is 600 kHz"
        return choice(item, seed, rng, f"The listing says {line}. On what do you send?", choices, why)
    if item.key == "sum sign":
        asked = f"A repeater is heard on {megahertz(rx_hz)}, and its input is {megahertz(tx_hz)}. Which sign?"
        why = f"the input lies {'above' if plus else 'below'} the output"
        return choice(item, seed, rng, asked, ["+" if plus else "−", "−" if plus else "+", "none: it is simplex"], why)
    use = pick(rng, ("send", "both"))
    said = f"{megahertz(rx_hz)} {'+' if plus else '-'} " + (f"t{tone}" if use == "send" else f"t{tone} r{tone}")
    right = "it is sent; everything is heard" if use == "send" else "it is sent, and only what carries it is heard"
    others = [
        "it is sent; everything is heard", "it is sent, and only what carries it is heard", "it opens the receiver; nothing is sent",
    ]  # fmt: skip
    why = "a t alone is the uplink's tone; an r as well keeps the receiver shut without it"
    return choice(
        item, seed, rng, f"The listing says {said}. What does the tone do?", [right, *(o for o in others if o != right)], why
    )


def sight(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    """Return a display and what it tells: the mode, slot or frequency, what is open."""
    if item.key == "sight open":
        return _open(twin, item, seed, rng)
    goal = goal_for(twin, rng)
    if goal is None:
        return None
    held = twin.start
    for slot in sample(rng, range(min(twin.profile.plain_slots, 60)), 3):
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
        return choice(item, seed, rng, "In which mode is it?", choices, "a slot number stands there in memory mode only", held)
    shown = display(twin, held)
    right = f"slot {text} is chosen" if memory else f"it listens on {shown.main}, in no slot"
    wrong = [
        f"it listens on {megahertz(goal.channel.rx_hz)}, in no slot" if memory else f"slot {text} is chosen",
        "nothing can be said",
    ]
    return choice(
        item, seed, rng, "What is chosen?", [right, *wrong], "the slot number stands beside the frequency or the label", held
    )


AMATEUR_HZ = ((144_500_000, 145_800_000), (433_100_000, 437_900_000))
OTHERS_HZ = ((154_600_000, 157_400_000), (162_400_000, 162_550_000), (462_550_000, 467_700_000), (108_000_000, 136_900_000))
"""Parts that are amateur bands in every region, and parts that are nowhere: other services, marine and weather, aircraft."""


def _may(item: Item, seed: int, rng: Draw) -> Exercise:
    drawn = [low + 25_000 * rng((high - low) // 25_000 + 1) for low, high in (pick(rng, AMATEUR_HZ), *sample(rng, OTHERS_HZ, 3))]
    asked = "Your radio hears all of these. On which may a licensed amateur send?"
    why = "144 to 146 and 430 to 440 MHz are amateur bands everywhere, more of it in some countries; what a radio hears is not what you may send on. Local rules decide"
    return choice(item, seed, rng, asked, [megahertz(hz) for hz in drawn], why)


OPEN = {
    "list": "a menu is open, at one of its entries", "value": "a value is open and can be changed",
    "picker": "a slot is being chosen", "label": "a label is being written", "question": "it asks, and waits for yes or no",
    "entry": "a frequency is half typed", "search": "it looks for a tone",
}  # fmt: skip


def _open(twin: Twin, item: Item, seed: int, rng: Draw) -> Exercise | None:
    """Something open, drawn among what its display alone tells from anything else."""
    states = [s for s in open_states(twin) if twin.screens[s.screen].kind in OPEN]
    kinds: dict[str, set[str]] = {}
    for state in states:
        kinds.setdefault(display(twin, state).text, set()).add(twin.screens[state.screen].kind)
    told = [s for s in states if len(kinds[display(twin, s).text]) == 1]
    if not told:
        return None
    drawn = pick(rng, sorted({twin.screens[s.screen].kind for s in told}))
    state = pick(rng, [s for s in told if twin.screens[s.screen].kind == drawn])
    others = sample(rng, [OPEN[k] for k in sorted({twin.screens[s.screen].kind for s in states} - {drawn})], 2)
    choices = [OPEN[drawn], *others, "nothing is open"]
    return choice(
        item, seed, rng, "Where is it?", choices, "what is open takes the next key; leave it before anything else", state
    )


FAULTS = (
    "the tone is not sent",
    "the sign is the other one",
    "there is no shift",
    "all is as the listing says: look at antenna and place",
)


def silent(twin: Twin, seed: int, rng: Draw) -> Exercise | None:
    """A slot with one fault, or none, as memory mode shows it; only where the display tells all of them apart."""
    goal = goal_for(twin, rng)
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
    asked = f"The listing says {said(right)}. You call, and nothing opens. Look at the slot: what is wrong?"
    why = "sign and tone stand on the display; what is not there is not sent"
    return choice(SILENT, seed, rng, asked, [FAULTS[which], *(f for n, f in enumerate(FAULTS) if n != which)], why, states[which])
