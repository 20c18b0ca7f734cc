"""Questions with choices: what to see to before the first key, and sights of a display."""

from dataclasses import replace

from vocator.core.channel.channel import megahertz
from vocator.core.drill.exercise import Draw, Exercise, choice, goal_for, pick, sample
from vocator.core.drill.items import READY, Item
from vocator.core.planning.exploration import in_memory_mode, open_states
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import follow
from vocator.core.radio.display import display
from vocator.core.radio.kept import with_item
from vocator.core.radio.twin import Twin

BEFORE = (
    ("You switch it on, and it hisses without end. What first?", "raise the squelch until the hiss just stops",
     ("turn the volume down", "press PTT once"), "squelch keeps the receiver shut until a signal is there; too far up, it shuts out weak ones"),
    ("The antenna is still in the bag. What may you do?", "set it up and listen, but send nothing",
     ("send with low power", "send short calls only"), "a transmitter without an antenna can break; a dummy load does as well as one"),
    ("When you send, the display dims and the voice breaks up. What is it?", "the battery is low: less power, or a full one",
     ("the tone is missing", "the squelch is too far open"), "sending takes many times what listening takes"),
    ("The frequency is quiet. You want to call. What first?", "listen a while, then give your call sign",
     ("press PTT to see whether it opens", "raise the power"), "somebody may be waiting for an answer that you do not hear; your licence and local rules come first"),
    ("Weak voices break up, and the signal comes and goes with them. What do you try?", "lower the squelch a little",
     ("raise the squelch", "switch the tone's use off"), "squelch that is set too high shuts out the weak"),
)  # fmt: skip
"""What is seen to before the first key: question, what is right, what is not, why."""


def ready_question(seed: int, rng: Draw) -> Exercise:
    """Return a question about antenna, battery, squelch and listening first."""
    asked, right, wrong, why = BEFORE[seed % len(BEFORE)]
    return choice(READY, seed, rng, asked, [right, *wrong], why)


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
        held = in_memory_mode(twin, held, slot)
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
