"""A simulated learner: forgets by a curve, slips at a rate; how many exercises it takes until nine of ten steps go without a hint,
by the schedule against a fixed order gone round.

``scripts/bench drill [LEARNERS]``
"""

import math
import random
import sys
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta

from vocator.core.drill.items import Item
from vocator.core.drill.schedule import Done, next_items, standings
from vocator.usecases.twin.drill import drilled
from vocator.usecases.twin.twins import twin_of

BEGIN = datetime(2026, 5, 1, 18, tzinfo=UTC)
SLIPS, WANTED, ASKED_AFTER = 0.04, 0.9, timedelta(days=1)
SESSION, MOST_DAYS = 8, 240
MODELS = ("oriel-wick", "ardvane-finch", "oriel-lantern")


@dataclass
class Learner:
    """Somebody who forgets: the strength of a memory, in days, grows two and a half times with a right recall that comes at nine in ten."""

    rng: random.Random
    hard: dict[str, float] = field(default_factory=dict)
    strength: dict[str, float] = field(default_factory=dict)
    last: dict[str, datetime] = field(default_factory=dict)

    def recalls(self, item: Item, at: datetime) -> float:
        """Return how likely the item is known at a moment."""
        if item.key not in self.last:
            return 0.1
        days = max((at - self.last[item.key]).total_seconds() / 86_400, 0.0)
        return math.exp(-days / self.strength[item.key])

    def exercises(self, item: Item, at: datetime) -> bool:
        """Do it once; learn from it, right or wrong."""
        likely = self.recalls(item, at)
        right = self.rng.random() < likely * (1 - SLIPS)
        ease = self.hard.setdefault(item.key, self.rng.uniform(0.6, 1.6))
        held = self.strength.get(item.key, 0.8 * ease)
        self.strength[item.key] = held * (1 + 5 * ease * (1.2 - likely)) if right else max(held * 0.6, 0.8 * ease)
        self.last[item.key] = at
        return right


def by_schedule(items: list[Item], events: list[Done], now: datetime, turn: int) -> Item:
    return next_items(standings(items, events), now, 1)[0]


def in_a_round(items: list[Item], events: list[Done], now: datetime, turn: int) -> Item:
    return items[turn % len(items)]


def exercises_until_known(items: list[Item], seed: int, order: Callable[[list[Item], list[Done], datetime, int], Item]) -> int:
    """Return how many exercises it takes until nine of ten items would be known a day after the session."""
    learner, events, turn = Learner(random.Random(seed)), [], 0
    for day in range(MOST_DAYS):
        for n in range(SESSION):
            at = BEGIN + timedelta(days=day, seconds=40 * n)
            item = order(items, events, at, turn)
            right = learner.exercises(item, at)
            events.append(Done(item.key, at, right, 0 if right else 3, 10, 10))
            turn += 1
        later = BEGIN + timedelta(days=day) + ASKED_AFTER
        if sum(learner.recalls(i, later) for i in items) / len(items) >= WANTED:
            return turn
    return turn


def main() -> None:
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 12
    for model in MODELS:
        items = list(drilled(twin_of(model)))
        scheduled = [exercises_until_known(items, s, by_schedule) for s in range(count)]
        fixed = [exercises_until_known(items, s, in_a_round) for s in range(count)]
        a, b = sum(scheduled) / count, sum(fixed) / count
        print(
            f"{model}, {len(items)} items: {a:.0f} exercises by the schedule, {b:.0f} in a fixed order: {a / b:.2f} of it ({count} learners)"
        )


if __name__ == "__main__":
    main()
