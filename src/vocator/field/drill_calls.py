"""What a page asks of the heart about the drill.  Each call gets the device's book first."""

from typing import Any

from vocator import clock
from vocator.core.instants import instant_from
from vocator.usecases.twin import drill as trainer

Given = dict[str, Any]


def drill(book: Any, model: str, person: str = "me") -> Given:
    """Return what a person can do on a radio, and what comes next."""
    return trainer.drill_view(book, model, person, clock.utc_now())


def exercise(_book: Any, model: str, item: str, seed: str = "0", region: str = "r2") -> Given:
    """Return an exercise."""
    return trainer.exercise_view(model, item, int(seed), region)


def drilled(book: Any, given: Given) -> Given:
    """Keep what was answered, and say whether it was right."""
    answered = trainer.Answered(**{"person": "me", "hints": 0, "keys": 0, **given, "at": instant_from(given["at"])})
    found = trainer.answer(book, answered)
    book.note("drill", answer=given)
    return found


def ridden(book: Any, given: Given) -> None:
    """Keep a rehearsed ride."""
    trainer.keep_ride(book, trainer.Ridden(**{"person": "me", **given, "at": instant_from(given["at"])}))
    book.note("ride", ride=given)
