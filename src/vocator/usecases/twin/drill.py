"""The trainer as the page uses it: what comes next, one exercise, how it went; all kept as events."""

from collections.abc import Iterable
from dataclasses import asdict, dataclass
from datetime import datetime
from functools import lru_cache
from random import Random
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.drill.exercise import Exercise
from vocator.core.drill.exercises import exercise, keys_in, parts_of, seen_of, shown_of
from vocator.core.drill.items import RIDE, UHF_DOWNLINK_HZ, WHOLE, Item, items_of
from vocator.core.drill.judge import judged
from vocator.core.drill.path import WORDS, path
from vocator.core.drill.schedule import Done, Stage, Standing, next_items, standings
from vocator.core.drill.slips_made import slips_made
from vocator.core.goals.goal import Beyond
from vocator.core.instants import stamped
from vocator.core.radio.twin import Twin
from vocator.files.csv_cells import write_rows
from vocator.files.profile_yaml import model_names
from vocator.files.region_yaml import load_region, region_names
from vocator.storage.drill_repository import DrillRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.programming.make_sheet import NOT_DESCRIBED
from vocator.usecases.twin.twin_play import play_view, unpack
from vocator.usecases.twin.twins import twin_of

MOST_DRAWS, FEW_DRAWS = 8, 2
"""Draws for an exercise of a shipped radio, and of one of one's own, which may be described so far that no draw comes to anything."""
SESSION = 8
"""So many exercises make a session of about five minutes."""


@dataclass(frozen=True, slots=True)
class Answered:
    """What came of an exercise, as the page sends it; ``id`` is made by the page."""

    id: str
    person: str
    model: str
    item: str
    seed: int
    at: datetime
    seconds: float
    hints: int
    keys: int
    token: str | None = None
    choice: str | None = None
    region: str = "r2"
    pressed: tuple[str, ...] = ()


def made(twin: Twin, item: Item, seed: int, region: str = "r2") -> Exercise | None:
    """Return the exercise of an item and a seed by a region's habits, always the same; None where this radio has none for it.

    Where a draw comes to nothing the next one is taken.
    """
    habits, own = load_region(region), twin.profile.model not in model_names()
    for n in range(FEW_DRAWS if own else MOST_DRAWS):
        draw = Random(f"{twin.profile.model} {item.key} {seed} {n}").randrange
        try:
            one = exercise(twin, item, seed, draw, habits)
        except (Beyond, *NOT_DESCRIBED) as error:
            if own:
                return None  # a radio of one's own that is not described so far yet
            if not isinstance(error, Beyond):
                raise
            continue
        if one is not None:
            return one
    return None


@lru_cache(maxsize=64)
def _firsts(twin: Twin) -> dict[Item, Exercise]:
    """Return the first exercise of each item that there is one for on a radio."""
    return {i: one for i in items_of(twin) if (one := made(twin, i, 0)) is not None}


def drilled(twin: Twin) -> tuple[Item, ...]:
    """Return what can be exercised on a radio: what there is an exercise for."""
    return tuple(_firsts(twin))


@lru_cache(maxsize=64)
def _keys(twin: Twin) -> dict[Item, frozenset[str]]:
    """Return the keys that each item is done with."""
    return {item: frozenset(keys_in(twin, one.hints.keys)) for item, one in _firsts(twin).items()}


@lru_cache(maxsize=64)
def _seen(twin: Twin) -> dict[Item, dict[str, object] | None]:
    """Return the display that each item is about."""
    return {item: seen_of(twin, one) for item, one in _firsts(twin).items()}


def _known_keys(twin: Twin, standing: Iterable[Standing]) -> dict[str, str]:
    """Return how far each key of a radio is known: as far as the best known item that is done with it; one digit is as another."""
    found: dict[str, Stage] = {}
    for one in standing:
        for key in _keys(twin).get(one.item, ()):
            for same in "0123456789" if key.isdigit() else (key,):
                found[same] = max(found.get(same, Stage.NEW), one.stage, key=list(Stage).index)
    return {key: str(stage) for key, stage in found.items()}


def drill_view(session: Session, model: str, person: str, now: datetime) -> dict[str, Any]:
    """Return where somebody stands with a radio, the path for newcomers, and what to exercise now; raises NotFound."""
    twin = twin_of(model)
    kept = DrillRepository(session)
    rows = kept.of(model, person)
    standing = standings(drilled(twin), rows)
    right = {r.item for r in rows if r.right}
    lessons = [x for x in path(twin) if x.item in drilled(twin)]
    upcoming = next_items(standing, now, SESSION)
    if twin.profile.receives(UHF_DOWNLINK_HZ):  # done where passes are, and shown with the rest
        standing += standings([RIDE], rows)
    first = next((x.item for x in lessons if x.item.key not in right), None)
    if first is not None and first not in upcoming[:2]:
        upcoming = [first, *(i for i in upcoming if i != first)][:SESSION]
    return {
        "items": [
            {"key": s.item.key, "words": s.item.words, "stage": str(s.stage), "due": s.due is not None and s.due <= now, "times": s.times}
            for s in standing
        ],
        "known": sum(s.stage is Stage.KNOWN for s in standing),
        "due": sum(s.due is not None and s.due <= now for s in standing),
        "keys": _known_keys(twin, standing),
        "lessons": [
            {"title": x.title, "why": x.why, "item": x.item.key, "caution": x.caution, "done": x.item.key in right,
             "words": [{"word": w, "meaning": WORDS[w]} for w in x.words], "seen": _seen(twin)[x.item]}
            for x in lessons
        ],
        "next": [{"item": i.key, "seed": _seed(rows, i)} for i in upcoming],
        "people": kept.people(),
    }  # fmt: skip


IN_TUNE_PERCENT = 90
"""In tune for so much of a rehearsed pass, with every change made, counts as ridden right."""


@dataclass(frozen=True, slots=True)
class Ridden:
    """A rehearsed pass that was ridden to its end; ``id`` is made by the page."""

    id: str
    person: str
    model: str
    at: datetime
    seconds: float
    in_tune_percent: int
    changes: int
    changes_made: int


def keep_ride(session: Session, given: Ridden) -> None:
    """Keep a rehearsed ride as an exercise of a radio, once; raises NotFound."""
    twin_of(given.model)
    right = given.in_tune_percent >= IN_TUNE_PERCENT and given.changes_made >= given.changes
    at, _ = stamped(given.at, clock.utc_now())
    DrillRepository(session).keep(
        given.id, given.person, given.model, Done(RIDE.key, at, right, 0, given.seconds, 0.0), given.changes_made
    )


def last_from_memory(session: Session) -> dict[tuple[str, str], datetime]:
    """Return when each person last put a whole repeater into a slot from memory, by name (small letters) and model."""
    return DrillRepository(session).last_right(WHOLE.key)


def drill_csv(session: Session) -> str:
    """Return all that was exercised as CSV with units in the header, the earliest first."""
    rows = (
        (
            f"{d.at:%Y-%m-%dT%H:%M:%SZ}",
            person,
            model,
            d.item,
            "right" if d.right else "wrong",
            d.hints,
            f"{d.seconds:.0f}",
            f"{d.usual_s:.0f}",
            keys,
        )
        for person, model, d, keys in DrillRepository(session).everything()
    )
    return write_rows(("time (UTC)", "person", "model", "exercise", "outcome", "hints", "seconds", "usual seconds", "keys"), rows)


def _seed(rows: Iterable[Done], item: Item) -> int:
    """Return another exercise each time."""
    return sum(r.item == item.key for r in rows)


def _exercise(model: str, key: str, seed: int, region: str) -> tuple[Twin, Exercise]:
    twin = twin_of(model)
    if region not in region_names():
        raise NotFound(f"region {region[:20]!r}", ", ".join(region_names()))
    item = next((i for i in drilled(twin) if i.key == key), None)
    if item is None:
        raise NotFound(f"exercise {key[:60]!r}", ", ".join(i.key for i in drilled(twin)))
    found = made(twin, item, seed, region)
    if found is None:
        raise NotFound(f"exercise {key} {seed}", "another seed")
    return twin, found


def exercise_view(model: str, key: str, seed: int, region: str = "r2") -> dict[str, Any]:
    """Return one exercise by a region's habits, ready to be done; raises NotFound."""
    twin, one = _exercise(model, key, seed, region)
    return {
        "item": key, "words": one.item.words, "seed": seed, "question": one.question, "usual_s": round(one.usual_s), "fewest": one.fewest,
        "choices": list(one.choices), "shown": shown_of(twin, one), "play": play_view(twin, one.start, []) if one.start is not None else None,
        "hints": [list(one.hints.chapters), list(one.hints.steps), list(one.hints.keys)],
    }  # fmt: skip


def answer(session: Session, given: Answered) -> dict[str, Any]:
    """Judge an exercise and keep what happened, once; raises NotFound, StartError for a twin that is none of this radio."""
    twin, one = _exercise(given.model, given.item, given.seed, given.region)
    on_twin = one.start is not None and not one.choices
    if on_twin:
        verdict = judged(twin, one, unpack(twin, given.token or ""))
        right, forgotten, changed = verdict.right, verdict.forgotten, verdict.changed
    else:
        right, forgotten, changed = given.choice == one.right, (), ()
    items = parts_of(twin, one) if right and one.item == WHOLE else [one.item]
    at, told = stamped(given.at, clock.utc_now())
    for n, item in enumerate(items):
        own = item == one.item
        done = Done(item.key, at, right, given.hints, given.seconds if own else 0.0, one.usual_s if own else 0.0)
        DrillRepository(session).keep(f"{given.id}.{n}", given.person, given.model, done, given.keys)
    return {
        "right": right, "answer": one.right, "why": one.why, "forgotten": list(forgotten), "changed": list(changed), "fewest": one.fewest,
        "usual_s": round(one.usual_s), "way": list(one.hints.keys), "note": told or "",
        "slips": [asdict(s) for s in slips_made(twin, one, given.pressed)] if on_twin else [],
    }  # fmt: skip
