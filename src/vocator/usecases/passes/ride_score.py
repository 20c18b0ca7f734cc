"""The score of a rehearsed ride, from the rehearsal alone: also where no server is."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from statistics import fmean
from typing import Any

from vocator.core.onair.overs import clarity, stronger, talking
from vocator.core.refusal import Refusal

IN_TIME_S, EARLY_S = 5.0, 15.0
"""A change so near to its time is in time; one so early is meant for it."""


@dataclass(frozen=True, slots=True)
class Turned:
    """The memory that was turned to, so many seconds after the rise."""

    at_s: float
    memory: int


def score(rehearsal: dict[str, Any], turned: list[Turned], contacts_s: list[float]) -> dict[str, Any]:
    """Return how a rehearsed ride went: time within the wanted mistuning, mean lateness, overs made in the clear.

    ``rehearsal`` is what ``rehearsal_view`` gave.  Raises Refusal for a memory that the set does not have.
    """
    due = rehearsal["due_s"]
    count = len(due)
    for t in turned:
        if not 0 <= t.memory < count:
            raise Refusal(f"memory {t.memory + 1}", "rehearsal", f"1 to {count}", "Start the rehearsal anew.")
    order = sorted(turned, key=lambda t: t.at_s)
    off = _off_tune(rehearsal, order)
    late = [min((t.at_s - due[k] for t in order if t.memory == k), key=abs, default=None) for k in range(1, count)]
    made = [x for x in late if x is not None]
    good = [s for s in contacts_s if off and clarity(off[min(max(int(s), 0), len(off) - 1)]) > 0 and not stronger(s)]
    heard, missed = _overs(off)
    part = fmean(o <= rehearsal["limit_hz"] for o in off) if off else 0.0
    return {
        "in_tune_percent": round(100 * part),
        "worst_hz": round(max(off, default=0.0)),
        "mean_late_s": round(fmean(map(abs, made)), 1) if made else None,
        "changes": count - 1,
        "changes_made": len(made),
        "contacts": len(contacts_s),
        "contacts_good": len(good),
        "doubled": sum(talking(s) is not None for s in contacts_s),
        "overs_heard": heard,
        "overs_missed": missed,
        "words": _words(part, len(made), count - 1),
        "changes_late": _changes_late(rehearsal, order, off),
    }


def _overs(off: list[float]) -> tuple[int, int]:
    """Return how many overs of others came through, and how many did not: by more than half of their seconds off tune."""
    overs: list[list[bool]] = []
    before = None
    for second, hz in enumerate(off):
        now = talking(float(second))
        if now is not None:
            overs += [[]] if now != before else []
            overs[-1].append(clarity(hz) > 0)
        before = now
    heard = sum(2 * sum(clear) >= len(clear) for clear in overs)
    return heard, len(overs) - heard


def _off_tune(rehearsal: dict[str, Any], order: list[Turned]) -> list[float]:
    """Return second by second how far off tune the memory was that the radio stood on, in hertz."""
    rows = [m[f"{rehearsal['fast']}_off_hz"] for m in rehearsal["memories"]]
    off, at, memory = [], 0, 0
    for second in range(rehearsal["seconds"]):
        while at < len(order) and order[at].at_s <= second:
            memory, at = order[at].memory, at + 1
        off.append(abs(float(rows[memory][second])))
    return off


def _changes_late(rehearsal: dict[str, Any], order: list[Turned], off: list[float]) -> list[dict[str, Any]]:
    """Return each change that was not made in time: when it was due, how late it came (None: never), how far off tune that led."""
    due, told = rehearsal["due_s"], []
    rise = rehearsal["rise_utc"]
    rise = rise if isinstance(rise, datetime) else datetime.fromisoformat(rise.replace("Z", "+00:00"))
    for k in range(1, len(due)):
        until = due[k + 1] if k + 1 < len(due) else float(len(off))
        made = next((t.at_s for t in order if t.memory == k and t.at_s > due[k] - EARLY_S), None)
        late = None if made is None or made >= until else made - due[k]
        if late is not None and abs(late) < IN_TIME_S:
            continue
        ends = until if late is None else max(made or 0, due[k])
        told.append(
            {
                "memory": k,
                "due_utc": rise + timedelta(seconds=due[k]),
                "late_s": None if late is None else round(late, 1),
                "worst_hz": round(max((o for s, o in enumerate(off) if due[k] <= s <= ends), default=0.0)),
            }
        )
    return told


def _words(part: float, made: int, changes: int) -> str:
    if made < changes:
        return f"{changes - made} of {changes} changes were not made: turn when the ring is empty."
    if part >= 0.95:
        return "In tune nearly all the time: ready for the real one."
    return "All changes made; be a little quicker, most of all near the highest point."
