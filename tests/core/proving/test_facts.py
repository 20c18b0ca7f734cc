"""What the proof asks of a display, fact by fact, is what the display shows."""

import random

import pytest

from vocator.core.proving.facts import Facts
from vocator.core.proving.open_screens import _inputs, open_states
from vocator.core.radio.display import display
from vocator.core.radio.kept import with_item
from vocator.core.radio.state import Stored
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

WALKS, STEPS = 12, 25


def filled(twin: Twin, rng: random.Random):
    """Return the new state with some slots holding odd channels with labels."""
    s = twin.start
    for _ in range(4):
        slot = rng.randrange(twin.profile.plain_slots)
        values = tuple(rng.randrange(min(twin.settings[i].domain.count, 60)) for i in twin.stored)
        label = "AB1"[: twin.profile.label_length] or None
        split = rng.choice([None, twin.profile.transmit_hz[0][0] + 600_000])
        stored = Stored(twin.profile.transmit_hz[0][0] + 5_000 * rng.randrange(100), split, values, label, 0, rng.random() < 0.5)
        s = s._replace(slots=with_item(s.slots, slot, stored))
    return s


def states(twin: Twin):
    """Yield states of random walks, and everything that can be open."""
    rng = random.Random(twin.profile.model)
    inputs = _inputs(twin)
    for _ in range(WALKS):
        s = filled(twin, rng)
        for _ in range(STEPS):
            yield s
            s, _ = twin.act(s, rng.choice(inputs))
    yield from open_states(twin)


def texts(twin: Twin, shown):
    """Yield what might be asked of a display: what stands on it, piece by piece, and what does not."""
    words = shown.own.split(" ")
    yield from words
    yield from (" ".join(words[a:b]) for a in range(len(words)) for b in range(a + 2, min(a + 4, len(words) + 1)))
    yield from (r.icon for r in twin.profile.icons)
    yield from (
        *shown.focus,
        shown.main,
        "VFO",
        "MR",
        "M",
        "HIGH",
        "AB1",
        twin.profile.slot_texts[0],
        twin.profile.slot_texts[-1],
    )


@pytest.mark.parametrize("model", model_names())
def test_the_facts_of_a_display_are_the_display(model):
    twin = twin_of(model)
    for s in states(twin):
        labels = frozenset(x.label for x in s.slots if x is not None and x.label)
        shown, facts = display(twin, s), Facts(twin, s, labels)
        assert (facts.main, facts.slot, facts.row, facts.screen) == (shown.main, shown.slot, shown.row, shown.screen)
        for text in {t for t in texts(twin, shown) if t and t.strip() == t}:
            assert facts.stands(text) == shown.stands(text), ("stands", text, shown)
            assert (text in facts.focus) == (text in shown.focus), (text, shown)
            assert (text in facts.icons) == (text in shown.icons), (text, shown)
