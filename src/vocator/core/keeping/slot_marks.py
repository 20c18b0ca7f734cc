"""What is said of a radio's slots at large: ranges with a state, the later ones over the earlier."""

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from vocator.core.keeping.records import SlotState
from vocator.core.refusal import Refusal

MARKABLE = (SlotState.FREE, SlotState.OCCUPIED, SlotState.KEEP_OUT, SlotState.UNKNOWN)
MOST_MARKS = 200


@dataclass(frozen=True, slots=True)
class Mark:
    """A state said of the slots from ``first`` to ``last``, by their places in the radio's order, counted from 0."""

    state: SlotState
    first: int
    last: int


def states_of(count: int, marks: Sequence[Mark]) -> list[SlotState]:
    """Return the state of each of ``count`` slots by what was said at large."""
    states = [SlotState.UNKNOWN] * count
    for mark in marks:
        for n in range(max(mark.first, 0), min(mark.last, count - 1) + 1):
            states[n] = mark.state
    return states


def ranges_of(text: str, keys: Sequence[str], texts: Sequence[str]) -> list[tuple[int, int]]:
    """Return the ranges (both ends included) that words name: ``1–30``, ``3, 7, 10-12``, ``all``, ``all but 40–60``.

    Slots are written as the radio does or by their numbers.  Raises Refusal for what names none.
    """
    words = text.strip().lower().replace("–", "-").replace("−", "-")
    everything = [(0, len(keys) - 1)]
    if words == "all":
        return everything
    but = re.match(r"all\s+(?:but|except)\s+(.+)", words)
    if but:
        left, at = [], 0
        for first, last in sorted(ranges_of(but[1], keys, texts)):
            if first > at:
                left.append((at, first - 1))
            at = max(at, last + 1)
        return [*left, *([(at, len(keys) - 1)] if at < len(keys) else [])]
    places = {name.lower(): n for names in (texts, keys) for n, name in enumerate(names)}
    found = []
    for part in re.split(r"\s*[,;]\s*|\s+and\s+", words):
        known = next(
            (k for ends in _ends(part) if len(k := [n for e in ends if (n := _place(places, e)) is not None]) == len(ends)), None
        )
        if known is None:
            raise Refusal(
                text[:60] or "nothing", "slots", f"{texts[0]} to {texts[-1]}", "Write 1-30, or 3, 7, 10-12, or all but 40-60."
            )
        found.append((min(known), max(known)))
    return found


def _ends(part: str) -> Iterator[list[str]]:
    """Yield the ways in which words may name one slot or both ends of a range: a slot's own name may have a hyphen."""
    yield [part]
    if re.search(r"\s+to\s+", part):
        yield re.split(r"\s+to\s+", part)
        return
    for hyphen in re.finditer(r"\s*-\s*", part):
        yield [part[: hyphen.start()], part[hyphen.end() :]]


def _place(places: Mapping[str, int], name: str) -> int | None:
    return places.get(name, places.get(name.lstrip("0") or "0" if name else ""))


def with_marks(marks: Sequence[Mark], state: SlotState, ranges: Sequence[tuple[int, int]]) -> tuple[Mark, ...]:
    """Return the marks with ranges said anew; what is wholly covered by them falls away."""
    kept = [m for m in marks if not any(first <= m.first and m.last <= last for first, last in ranges)]
    return (*kept, *(Mark(state, first, last) for first, last in ranges))[-MOST_MARKS:]
