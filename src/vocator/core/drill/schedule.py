"""What comes next: spaced repetition over what happened, with FSRS.

The schedule is a function of all events, sorted by their time, so that two devices, a clock set back or an event that comes late lead to
the same.  Nothing is rated by asking: what happened is the rating.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum

from fsrs import Card, Rating, Scheduler, State

from vocator.core.drill.items import Item

KNOWN_DAYS = 7.0
"""Remembered for so long, an item counts as known."""
TOO_SLOW = 2.0


class Stage(StrEnum):
    """How far an item is learned."""

    NEW = "new"
    LEARNING = "learning"
    KNOWN = "known"


@dataclass(frozen=True, slots=True)
class Done:
    """What happened with an item: right or wrong, the deepest hint taken (0 to 3), seconds against those that it takes."""

    item: str
    at: datetime
    right: bool
    hints: int = 0
    seconds: float = 0.0
    usual_s: float = 0.0


@dataclass(frozen=True, slots=True)
class Standing:
    """Where an item stands: its stage, when it is due again, how often it was had."""

    item: Item
    stage: Stage
    due: datetime | None
    times: int


def rating_of(done: Done) -> Rating:
    """Return what happened as a rating: wrong or told the keys is *again*, a hint or twice the time *hard*, quick and alone *easy*."""
    if not done.right or done.hints >= 3:
        return Rating.Again
    if done.hints or (done.usual_s and done.seconds > TOO_SLOW * done.usual_s):
        return Rating.Hard
    return Rating.Easy if done.usual_s and done.seconds < done.usual_s * 0.8 else Rating.Good


def standings(items: Iterable[Item], events: Iterable[Done]) -> list[Standing]:
    """Return where each item stands after what happened."""
    scheduler = Scheduler(enable_fuzzing=False, learning_steps=(timedelta(minutes=1), timedelta(minutes=10)))
    cards: dict[str, Card] = {}
    times: dict[str, int] = {}
    for done in sorted(events, key=lambda e: (e.at, e.item)):
        card = cards.get(done.item) or Card(card_id=1, due=done.at)
        cards[done.item], _ = scheduler.review_card(card, rating_of(done), review_datetime=done.at)
        times[done.item] = times.get(done.item, 0) + 1
    found = []
    for item in items:
        held = cards.get(item.key)
        if held is None:
            found.append(Standing(item, Stage.NEW, None, 0))
            continue
        known = held.state is State.Review and (held.stability or 0) >= KNOWN_DAYS
        found.append(Standing(item, Stage.KNOWN if known else Stage.LEARNING, held.due, times[item.key]))
    return found


def next_items(standing: list[Standing], now: datetime, count: int) -> list[Item]:
    """Return what to exercise now: due ones first, the longest due before the others, then new ones in the order of the work, then the soonest due."""
    due = sorted((s for s in standing if s.due is not None and s.due <= now), key=lambda s: s.due or now)
    new = [s for s in standing if s.stage is Stage.NEW]
    later = sorted((s for s in standing if s.due is not None and s.due > now), key=lambda s: s.due or now)
    return [s.item for s in (*due, *new, *later)][:count]
