"""Everything the page shows of one pass; enough to ride it without the server."""

from dataclasses import replace
from datetime import datetime
from typing import Any

import numpy as np
from sqlalchemy.orm import Session

from vocator.core.goals.goal import lowest_power
from vocator.core.onair.satellites import Transponder
from vocator.core.orbit.declination import declination_deg
from vocator.core.orbit.doppler import received_hz, to_send_hz
from vocator.core.orbit.doppler_set import WORST_HZ, mistuning
from vocator.core.orbit.footprint import footprint, in_and_out
from vocator.core.orbit.frames import Floats
from vocator.core.orbit.grid import locator, place_of
from vocator.core.orbit.horizon_mask import HorizonMask
from vocator.core.orbit.passes import Pass, windows_of
from vocator.core.orbit.sky import Sky
from vocator.core.outing.working import LOSES, WORDS
from vocator.storage.repositories import StationRepository
from vocator.usecases.passes.pass_list import heard_with, missing_of, own_radios, pass_view, workable_with
from vocator.usecases.passes.pass_plan import Choice, PassPlan
from vocator.usecases.passes.pass_set_up import arming_steps, arming_words, dangers, set_up_of
from vocator.usecases.passes.satellite_passes import pass_near
from vocator.usecases.passes.satellites import find, links_of, satellite_view, site_and_mask
from vocator.usecases.programming.line_view import may_send

LATE_S = (0, 5, 10, 20, 30)
TRACK_S = 10.0
RING_DEG = 3.0
TOGETHER_S = 3.0
MOST_GRIDS = 12
MANNERS = (
    "Never call what you do not hear, but for arming.",
    "Call sign and grid, then listen; wait for a gap.",
    "Never send on the downlink.",
    "Antenna or dummy load before any PTT; keep the beam off faces and power lines.",
)


def plan_view(session: Session, plan: PassPlan, choice: Choice, now: datetime) -> dict[str, Any]:
    """Return everything the page shows of a pass; enough to ride it without the server."""
    sky, found, link = plan.sky, plan.found, plan.link
    station = StationRepository(session).get()
    allowed = may_send(station, link.uplink_hz)
    kept = find(session, found.number)
    return {
        "satellite": satellite_view(kept, now, list(plan.links)),
        "link": plan.taken,
        "site": _site(sky),
        "mask": _ring(HorizonMask(tuple(station.mask))),
        "declination_deg": round(declination_deg(sky.site, found.tca_utc), 1),
        "pass": pass_view(found),
        "transponder": transponder_view(link),
        "may_send": allowed,
        "radios": [{"id": r.id, "name": r.name, "model": r.model, "model_name": t.profile.name} for r, t in zip(plan.radios, plan.twins, strict=True)],
        "ways": [
            {"way": str(j.way), "words": WORDS[j.way], "possible": j.possible, "why": j.why, "loses": j.loses or LOSES[j.way],
             "recommended": j.recommended, "taken": j is plan.way, "parts": [{"radio": p.radio, "link": p.link, "side": p.side} for p in j.parts]}
            for j in plan.ways
        ],
        "track": track_of(plan),
        "set": _set_view(plan, choice),
        "rows": [
            {"radio": r.radio, "slot": r.slot, "slot_text": r.slot_text, "label": r.label, "line": r.line, "memory": r.memory, "side": r.side,
             "never_send": r.never_send, "there": r.there, "power": r.power}
            for r in plan.rows
        ],
        "set_up": [
            {"radio": s.radio, "goal": s.goal, "words": s.words(), "side": s.side, "slot": s.slot, "line": s.line} for s in set_up_of(plan)
        ],
        "dangers": dangers(session, plan),
        "powers": _powers(plan),
        "card": card_lines(plan),
        "sums": _sums(plan),
        "footprint": [_spot(sky, at) for at in (found.aos_utc, found.tca_utc, found.los_utc)],
        "grids": [_grid(sky, found, g) for g in choice.grids[:MOST_GRIDS]],
        "manners": list(MANNERS),
        "arming": arming_words(plan),
        "arming_steps": arming_steps(plan),
    }  # fmt: skip


def _powers(plan: PassPlan) -> list[str]:
    """Return the powers that the sending radio has, the lowest first; none where it has one."""
    sender = next((p.radio for p in plan.way.parts if p.link != "downlink"), None) if plan.way else None
    twin = plan.twins[sender] if sender is not None else None
    if twin is None or twin.power is None:
        return []
    domain = twin.settings[twin.power].domain
    words = [domain.text(i) for i in range(domain.count)]
    return words if words[0] == lowest_power(twin) else words[::-1]


def transponder_view(link: Transponder) -> dict[str, Any]:
    """Return the link that is worked as the page shows it."""
    return {
        "uplink_hz": link.uplink_hz, "downlink_hz": link.downlink_hz, "access_tone": link.access_tone,
        "arming_tone": link.arming_tone, "timer_s": link.timer_s, "mode": link.mode,
    }  # fmt: skip


def sky_view(session: Session, number: int, aos_utc: datetime, now: datetime) -> dict[str, Any]:
    """Return what is known of a pass whatever the satellite hears and sends: where it goes, and what is missing to work it."""
    kept, links = find(session, number), links_of(session, number)
    site, mask = site_and_mask(session)
    sky, bare = pass_near(kept.elements, site, aos_utc)
    found = replace(bare, windows=windows_of(sky, bare, mask))
    mine = own_radios(session)
    return {
        "satellite": satellite_view(kept, now, links),
        "site": _site(sky),
        "mask": _ring(mask),
        "declination_deg": round(declination_deg(site, found.tca_utc), 1),
        "pass": pass_view(found),
        "track": [{"s": s, "azimuth_deg": a, "elevation_deg": e, "range_km": r} for s, a, e, r in _looks(sky, found)],
        "footprint": [_spot(sky, at) for at in (found.aos_utc, found.tca_utc, found.los_utc)],
        "missing": missing_of(links, workable_with(mine, links), heard_with(mine, links)),
    }


def _site(sky: Sky) -> dict[str, Any]:
    return {
        "latitude_deg": sky.site.latitude_deg, "longitude_deg": sky.site.longitude_deg,
        "grid": locator(sky.site.latitude_deg, sky.site.longitude_deg),
    }  # fmt: skip


def _looks(sky: Sky, found: Pass) -> list[tuple[float, float, float, int]]:
    """Return seconds, azimuth, elevation and range every ten seconds of a pass."""
    seconds = _seconds(sky, found)
    look = sky.look(seconds)
    return [
        (round(float(s - seconds[0]), 2), round(float(a), 1), round(float(e), 1), round(float(r)))
        for s, a, e, r in zip(seconds, look.azimuth_deg, look.elevation_deg, look.range_km, strict=True)
    ]


def _seconds(sky: Sky, found: Pass) -> Floats:
    begins, ends = sky.seconds(found.aos_utc), sky.seconds(found.los_utc)
    return np.linspace(begins, ends, max(int((ends - begins) / TRACK_S), 12) + 1)


def _ring(mask: HorizonMask) -> list[list[float]]:
    """Return the mask around the sky, every three degrees, to be drawn; nothing where there is none."""
    if not mask.points:
        return []
    azimuths = np.arange(0.0, 361.0, RING_DEG)
    return [[float(a), round(float(e), 2)] for a, e in zip(azimuths, mask.at(azimuths), strict=True)]


def track_of(plan: PassPlan) -> list[dict[str, Any]]:
    """Return where the satellite is and what its links become, every ten seconds of a pass."""
    rate = plan.sky.look(_seconds(plan.sky, plan.found)).range_rate_km_s
    links = zip(received_hz(plan.link.downlink_hz, rate), to_send_hz(plan.link.uplink_hz, rate), strict=True)
    return [
        {
            "s": s,
            "azimuth_deg": a,
            "elevation_deg": e,
            "range_km": r,
            "downlink_hz": round(float(d)),
            "uplink_hz": round(float(u)),
        }
        for (s, a, e, r), (d, u) in zip(_looks(plan.sky, plan.found), links, strict=True)
    ]


def _set_view(plan: PassPlan, choice: Choice) -> dict[str, Any]:
    made = plan.set
    fast = made.fast
    best, plain = (made.downlink, made.plain_downlink) if fast == "downlink" else (made.uplink, made.plain_uplink)
    return {
        "fast": fast,
        "step_hz": plan.steps[0] if fast == "downlink" else plan.steps[1],
        "slow_step_hz": plan.steps[1] if fast == "downlink" else plan.steps[0],
        "step_choices": list(plan.step_choices),
        "wanted_worst_hz": choice.worst_hz or WORST_HZ,
        "reached": made.reached,
        "memories": [
            {"downlink_hz": m.downlink_hz, "uplink_hz": m.uplink_hz, "from_utc": m.from_utc, "to_utc": m.to_utc, "seconds": round(m.seconds)}
            for m in made.memories
        ],
        "worst_hz": round(best.worst_hz), "mean_hz": round(best.mean_hz),
        "worst_downlink_hz": round(made.downlink.worst_hz), "worst_uplink_hz": round(made.uplink.worst_hz),
        "plain_worst_hz": round(plain.worst_hz), "plain_mean_hz": round(plain.mean_hz),
        "late": [{"seconds": s, "worst_hz": round(mistuning(plan.curve, made.memories, fast, s).worst_hz)} for s in LATE_S],
    }  # fmt: skip


def clock_face(azimuth_deg: float) -> str:
    """Return an azimuth as an hour on a clock face whose twelve is north."""
    return f"{round(azimuth_deg / 30) % 12 or 12} o'clock"


def fists(elevation_deg: float) -> str:
    """Return an elevation as fists above the horizon; one at arm's length is about ten degrees."""
    count = round(elevation_deg / 10)
    return "overhead" if count >= 8 else "low" if count < 1 else f"{count} fist{'s' if count > 1 else ''} up"


def card_lines(plan: PassPlan) -> list[dict[str, Any]]:
    """Return the lines of the card in time order: each says when, what, on which memory, and where to point."""
    found, made = plan.found, plan.set
    events: list[tuple[datetime, str, str]] = [(found.aos_utc, "rise", "rises")]
    step = "up" if made.fast == "uplink" else "down"
    for m in made.memories[1:]:
        events.append((m.from_utc, "change", f"one click on, {made.fast} {step}"))
    together = abs((found.tca_utc - found.closest_utc).total_seconds()) < TOGETHER_S
    events.append((found.tca_utc, "top", f"highest{' and nearest' if together else ''}, {found.max_elevation_deg:.0f}°"))
    if not together:
        events.append((found.closest_utc, "closest", "nearest: no shift"))
    whole = (found.aos_utc, found.los_utc)
    for w in found.windows:
        if (w.start_utc, w.end_utc) != whole:
            events.append((w.start_utc, "free", "out of the mask"))
            events.append((w.end_utc, "hidden", "behind the mask"))
    events.append((found.los_utc, "set", "sets"))
    lines = []
    for at, kind, words in sorted(events, key=lambda e: (e[0], e[1] != "change")):
        look = plan.sky.look(np.array([plan.sky.seconds(at)]))
        azimuth, elevation = float(look.azimuth_deg[0]), float(look.elevation_deg[0])
        memory = max((k for k, m in enumerate(made.memories) if m.from_utc <= at), default=0)
        lines.append(
            {
                "at_utc": at, "kind": kind, "words": words, "memory": memory, "azimuth_deg": round(azimuth),
                "elevation_deg": max(round(elevation), 0), "clock": clock_face(azimuth), "fists": fists(elevation),
            }
        )  # fmt: skip
    return lines


def _sums(plan: PassPlan) -> list[dict[str, Any]]:
    """Return the arithmetic of the moving link at rise, nearest and setting: nominal, shift, wanted, memory, what is left."""
    fast = plan.set.fast
    nominal = plan.link.downlink_hz if fast == "downlink" else plan.link.uplink_hz
    sums = []
    for words, at in (("rise", plan.found.aos_utc), ("nearest", plan.found.closest_utc), ("setting", plan.found.los_utc)):
        rate = plan.sky.look(np.array([plan.sky.seconds(at)])).range_rate_km_s
        wanted = float((received_hz if fast == "downlink" else to_send_hz)(nominal, rate)[0])
        memory = next((m for m in reversed(plan.set.memories) if m.from_utc <= at), plan.set.memories[0])
        tuned = memory.downlink_hz if fast == "downlink" else memory.uplink_hz
        sums.append(
            {
                "words": words,
                "nominal_hz": nominal,
                "shift_hz": round(wanted - nominal),
                "wanted_hz": round(wanted),
                "memory_hz": tuned,
                "left_hz": round(wanted - tuned),
            }
        )
    return sums


def _spot(sky: Sky, at: datetime) -> dict[str, Any]:
    spot = footprint(sky, sky.seconds(at))
    return {
        "at_utc": at, "latitude_deg": round(spot.latitude_deg, 2), "longitude_deg": round(spot.longitude_deg, 2), "height_km": round(spot.height_km),
        "radius_deg": round(spot.radius_deg, 2), "radius_km": round(spot.radius_km), "squares": spot.squares, "fields": list(spot.fields),
    }  # fmt: skip


def _grid(sky: Sky, found: Pass, grid: str) -> dict[str, Any]:
    seen = in_and_out(sky, found, place_of(grid))
    return {
        "grid": grid.strip().upper()[:4] + grid.strip()[4:].lower(),
        "in_utc": seen[0] if seen else None,
        "out_utc": seen[1] if seen else None,
    }
