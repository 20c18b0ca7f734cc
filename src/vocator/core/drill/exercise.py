"""What an exercise is: a question, a twin or choices, hints of three depths, and what is right; how it is drawn."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import TypeVar

from vocator.core.channel.channel import Channel, ToneUse, megahertz, tone_use
from vocator.core.drill.items import STEPS, WHOLE, Item
from vocator.core.goals.goal import Beyond, Goal, check_reach, power_word
from vocator.core.goals.sheet import ChapterKind, Sheet
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


def pick(rng: Draw, of: Sequence[T]) -> T:
    """Draw one of some."""
    return of[rng(len(of))]


def sample(rng: Draw, of: Sequence[T], count: int) -> list[T]:
    """Draw so many of some, in the order in which they are drawn."""
    left, found = list(of), []
    for _ in range(count):
        found.append(left.pop(rng(len(left))))
    return found


def choice(item: Item, seed: int, rng: Draw, asked: str, choices: list[str], why: str, shown: State | None = None) -> Exercise:
    """Return a question; the first of the choices is right."""
    some = list(dict.fromkeys(choices))[:CHOICES]
    mixed = sample(rng, some, len(some))
    return Exercise(item, seed, asked, 10.0, choices=tuple(mixed), right=choices[0], why=why, shown=shown)


def said(c: Channel) -> str:
    """Say a channel as somebody reads it out."""
    shift = (c.tx_hz or c.rx_hz) - c.rx_hz
    sign = "simplex" if not shift else f"{'plus' if shift > 0 else 'minus'} {abs(shift) / 1e6:g}"
    tone = f", tone {c.tone.tone_tx}" if c.tone.tone_tx else ""
    label = f", label {c.label}" if c.label else ""
    return f"{megahertz(c.rx_hz)}, {sign}{tone}{label}"


def goal_for(twin: Twin, rng: Draw, item: Item = WHOLE) -> Goal | None:
    """Return a repeater (for all but the whole: simplex) that this radio can do, in one of its first slots."""
    for _ in range(MOST_TRIES):
        simplex = item != WHOLE or rng(5) == 0
        rx_hz = pick(rng, SIMPLEX_HZ if simplex else OUTPUTS_HZ)
        if not twin.profile.may_send(rx_hz):  # a radio of other bands: simplex somewhere in them
            low, high = pick(rng, twin.profile.transmit_hz)
            simplex, rx_hz = True, (-(-low // 20_000) + rng((high - low) // 20_000)) * 20_000
        tx_hz = rx_hz if simplex else rx_hz + (600_000 if rx_hz >= 147_000_000 else -600_000)
        tone = ToneUse() if simplex else tone_use(pick(rng, TONES), None)
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
