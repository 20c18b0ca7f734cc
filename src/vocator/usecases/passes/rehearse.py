"""Rehearse a pass: what every memory would hear and reach each second, the twins, the steps by hand."""

from typing import Any

import numpy as np
from sqlalchemy.orm import Session

from vocator.core.onair.overs import clarity, stronger, talking
from vocator.core.orbit.doppler import received_hz
from vocator.core.outing.ride_safety import holding, standing
from vocator.storage.repositories import StationRepository
from vocator.usecases.passes.pass_plan import PassPlan
from vocator.usecases.passes.pass_set_up import memory_with, set_up_of, side_at_first
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.twin.twin_play import play_view

STEP_S = 1.0
LEVELS = 5


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
    tuned = plan.set.downlink if plan.set.fast == "downlink" else plan.set.uplink
    return {
        "seconds": len(seconds), "memories": memories, "others": others, "armed_at_start": plan.link.arming_tone is None,
        "rise_utc": plan.found.aos_utc, "fast": plan.set.fast, "limit_hz": round(max(tuned.worst_hz, 2_500)) + 50,
        "due_s": [round((m.from_utc - plan.found.aos_utc).total_seconds(), 1) for m in plan.set.memories],
    }  # fmt: skip


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
