"""Rehearse a pass: what every memory would hear and reach each second, and the score of a ride."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from sqlalchemy.orm import Session

from vocator.core.onair.satellites import clarity, stronger, talking
from vocator.core.orbit.doppler import received_hz
from vocator.core.outing.ride_safety import holding, standing
from vocator.core.refusal import Refusal
from vocator.storage.repositories import StationRepository
from vocator.usecases.make_sheet import SheetRequest, make_sheet
from vocator.usecases.pass_plan import PassPlan
from vocator.usecases.pass_set_up import memory_with, set_up_of, side_at_first
from vocator.usecases.twin_play import play_view

STEP_S = 1.0
IN_TIME_S, EARLY_S = 5.0, 15.0
"""A change so near to its time is in time; one so early is meant for it."""
LEVELS = 5


@dataclass(frozen=True, slots=True)
class Turned:
    """The memory that was turned to, so many seconds after the rise."""

    at_s: float
    memory: int


def rehearsal_view(plan: PassPlan) -> dict[str, Any]:
    """Return, second by second and memory by memory, how far off tune both links are and how clear they come.

    Off tune in hertz, clear in levels 0 to 5.  Also who else talks, and when the strong station
    has the receiver.
    """
    begins, ends = plan.sky.seconds(plan.found.aos_utc), plan.sky.seconds(plan.found.los_utc)
    seconds = np.arange(begins, ends, STEP_S)
    rate = plan.sky.range_rate(seconds)
    heard = received_hz(plan.link.downlink_hz, rate)
    memories = []
    for m in plan.set.memories:
        down = m.downlink_hz - heard
        up = received_hz(m.uplink_hz, rate) - plan.link.uplink_hz
        memories.append(
            {
                "downlink_off_hz": [round(float(v)) for v in down],
                "uplink_off_hz": [round(float(v)) for v in up],
                "heard": [round(clarity(float(v)) * LEVELS) for v in down],
                "through": [round(clarity(float(v)) * LEVELS) for v in up],
            }
        )
    others = []
    for s in range(len(seconds)):
        now = talking(float(s))
        others.append({"call": now[0], "grid": now[1], "strong": stronger(float(s))} if now else None)
    return {"seconds": len(seconds), "memories": memories, "others": others, "armed_at_start": plan.link.arming_tone is None}


def twins_view(session: Session, plan: PassPlan, by_hand: bool = False) -> list[dict[str, Any]]:
    """Return the twin of each radio as it stands before the rise: the set in its slots, each side at its first, the sending one main.

    ``by_hand``: only the set is in its slots; the rest is done by the steps of ``steps_by_hand``.
    """
    views = []
    for radio, twin in enumerate(plan.twins):
        state = holding(twin, memory_with(session, plan, radio))
        parts = [p for p in plan.way.parts if p.radio == radio] if plan.way and not by_hand else []
        for part in sorted(parts, key=lambda p: p.link != "downlink"):
            side = side_at_first(plan, part)
            state = standing(twin, state, side) if side else state
        views.append(play_view(twin, state, []))
    return views


def steps_by_hand(session: Session, plan: PassPlan) -> list[dict[str, Any]]:
    """Return what is set beside the memories before a pass, in order of work, with the steps of the proven sheets that are written for it."""
    given = []
    region = StationRepository(session).get().region
    held = [
        {"memory": {twin.profile.slot_key(i): c.as_dict() for i, c in memory_with(session, plan, n).items()}}
        for n, twin in enumerate(plan.twins)
    ]
    for one in set_up_of(plan):
        radio = plan.radios[one.radio]
        steps: list[dict[str, Any]] = []
        if one.goal:
            request = SheetRequest(
                radio.model, one.slot, one.line, row=one.side, region=region, firmware=radio.firmware,
                goal=one.goal, start=held[one.radio],
            )  # fmt: skip
            made = make_sheet(request)
            steps = [s.as_dict() for chapter in made.told().chapters for s in chapter.steps]
        given.append({"radio": radio.name, "title": one.words(), "steps": steps})
    return given


def score(plan: PassPlan, turned: list[Turned], contacts_s: list[float]) -> dict[str, Any]:
    """Return how a rehearsed ride went: time within the wanted mistuning, mean lateness, overs made in the clear.

    Raises Refusal for a memory that the set does not have.
    """
    count = len(plan.set.memories)
    for t in turned:
        if not 0 <= t.memory < count:
            raise Refusal(f"memory {t.memory + 1}", "rehearsal", f"1 to {count}", "Start the rehearsal anew.")
    curve, fast = plan.curve, plan.set.fast
    wanted = curve.downlink_hz if fast == "downlink" else curve.uplink_hz
    tuned = np.array([m.downlink_hz if fast == "downlink" else m.uplink_hz for m in plan.set.memories], float)
    order = sorted(turned, key=lambda t: t.at_s)
    marks, places = [t.at_s for t in order], [0, *(t.memory for t in order)]
    on = np.array(places)[np.searchsorted(marks, curve.seconds, side="right")]
    off = np.abs(wanted - tuned[on])
    limit = max(plan.set.downlink.worst_hz if fast == "downlink" else plan.set.uplink.worst_hz, 2_500) + 50
    wanted_at = [(m.from_utc - curve.start_utc).total_seconds() for m in plan.set.memories]
    late = [min((t.at_s - wanted_at[k] for t in order if t.memory == k), key=abs, default=None) for k in range(1, count)]
    made = [x for x in late if x is not None]
    good = [s for s in contacts_s if _clear(curve.seconds, off, s) and not stronger(s)]
    part = float(np.mean(off <= limit))
    return {
        "in_tune_percent": round(100 * part),
        "worst_hz": round(float(off.max())),
        "mean_late_s": round(float(np.mean(np.abs(made))), 1) if made else None,
        "changes": count - 1,
        "changes_made": len(made),
        "contacts": len(contacts_s),
        "contacts_good": len(good),
        "words": _words(part, len(made), count - 1),
        "changes_late": _changes_late(plan, order, off),
    }


def _changes_late(plan: PassPlan, order: list[Turned], off: "np.ndarray[Any, Any]") -> list[dict[str, Any]]:
    """Return each change that was not made in time: when it was due, how late it came (None: never), how far off tune that led."""
    curve, count = plan.curve, len(plan.set.memories)
    due = [(m.from_utc - curve.start_utc).total_seconds() for m in plan.set.memories]
    told = []
    for k in range(1, count):
        until = due[k + 1] if k + 1 < count else float(curve.seconds[-1])
        made = next((t.at_s for t in order if t.memory == k and t.at_s > due[k] - EARLY_S), None)
        late = None if made is None or made >= until else made - due[k]
        if late is not None and abs(late) < IN_TIME_S:
            continue
        between = (curve.seconds >= due[k]) & (curve.seconds <= (until if late is None else max(made or 0, due[k])))
        worst = float(off[between].max()) if between.any() else 0.0
        told.append(
            {
                "memory": k,
                "due_utc": plan.set.memories[k].from_utc,
                "late_s": None if late is None else round(late, 1),
                "worst_hz": round(worst),
            }
        )
    return told


def _clear(seconds: "np.ndarray[Any, Any]", off: "np.ndarray[Any, Any]", at_s: float) -> bool:
    return clarity(float(off[min(int(np.searchsorted(seconds, at_s)), len(off) - 1)])) > 0


def _words(part: float, made: int, changes: int) -> str:
    if made < changes:
        return f"{changes - made} of {changes} changes were not made: turn when the ring is empty."
    if part >= 0.95:
        return "In tune nearly all the time: ready for the real one."
    return "All changes made; be a little quicker, most of all near the highest point."
