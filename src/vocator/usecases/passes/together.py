"""Several passes in one hour at one place: the operators, radios and satellites kept here, planned by the solver."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import combinations
from math import sin
from typing import Any

import numpy as np
from sqlalchemy.orm import Session

from vocator.core.onair.links import Link, usable
from vocator.core.orbit.passes import Pass, find_passes
from vocator.core.orbit.sky import Sky
from vocator.core.outing.together import MINUTE_S, MOST_PASSES, Choice, Together, plan_together
from vocator.core.outing.working import WayOfWorking, judge
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.storage.orbit_repositories import ElementRepository
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.usecases.errors import NotFound
from vocator.usecases.outings.outings import kept
from vocator.usecases.passes.satellites import all_links, site_and_mask
from vocator.usecases.twin.twins import twin_of

SHORT = {WayOfWorking.FULL_DUPLEX: "full duplex", WayOfWorking.TWO_WATCH: "two sides", WayOfWorking.SLOTS: "slot by slot"}
MOST_CHOICES = 6
LOWEST_DEG = 5.0
"""Lower than that a minute is not planned for."""


@dataclass(frozen=True, slots=True)
class Hand:
    """An operator, and the places (in the list of radios) of those that may be taken."""

    name: str
    radios: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class Kit:
    """A radio at the place."""

    name: str
    twin: Twin


def together_view(session: Session, start: datetime, minutes: int, operators: list[str], radio_ids: list[int]) -> dict[str, Any]:
    """Return who works what with my radios, which anybody may take; raises Refusal, NotFound."""
    region = StationRepository(session).get().region
    mine = {r.id: r for r in RadioRepository(session).all()}
    for wanted in radio_ids:
        if wanted not in mine:
            raise NotFound(f"radio {wanted}", ", ".join(map(str, mine)) or "none yet")
    kits = [Kit(mine[i].name, twin_of(mine[i].model, mine[i].firmware, region)) for i in dict.fromkeys(radio_ids)]
    names = [name.strip() or f"operator {n}" for n, name in enumerate(operators, 1)]
    return _view(session, start, minutes, [Hand(name, tuple(range(len(kits)))) for name in names], kits)


def outing_together_view(session: Session, outing_id: int, start: datetime, minutes: int, people: list[str]) -> dict[str, Any]:
    """Return who of an outing works what, each with the own radio; raises NotFound, Refusal."""
    outing = kept(session, outing_id).outing
    chosen = [p for p in outing.people if p.id in people] or list(outing.people[:6])
    kits = [
        Kit(f"{p.name}'s {twin.profile.name}", twin)
        for p in chosen
        for twin in [twin_of(p.model, p.firmware or None, outing.region)]
    ]
    return _view(session, start, minutes, [Hand(p.name, (n,)) for n, p in enumerate(chosen)], kits)


def _view(session: Session, start: datetime, minutes: int, hands: list[Hand], kits: list[Kit]) -> dict[str, Any]:
    if not hands or not kits:
        raise Refusal("nobody" if not hands else "no radio", "together", "an operator and a radio at least", "Add one.")
    site, mask = site_and_mask(session)
    links = all_links(session)
    chosen = ElementRepository(session).all(chosen_only=True)
    elements = {k.elements.number: k.elements for k in chosen}
    found = find_passes(list(elements.values()), site, start - timedelta(minutes=20), minutes / 1440 + 20 / 1440, mask).passes
    end = start + timedelta(minutes=minutes)
    here = [p for p in found if p.los_utc > start and p.aos_utc < end]
    worth = [_worth(Sky(elements[p.number], site, start), p, start, minutes) for p in here]
    here, worth = _best(here, worth)
    choices: dict[tuple[int, int], list[Choice]] = {}
    left: list[dict[str, str]] = []
    for n, p in enumerate(here):
        able = usable(links.get(p.number, []))
        ways = _ways(kits, able[0]) if able else []
        for o, hand in enumerate(hands):
            own = [one for one in ways if set(one.radios) <= set(hand.radios)]
            if own:
                choices[o, n] = own
        if not any((o, n) in choices for o in range(len(hands))):
            left.append({"satellite": p.satellite, "why": "links not known" if not able else "none of these radios works it"})
    made = plan_together(worth, choices) if choices else Together((), 0, True)
    worked = {t.passed for t in made.turns}
    for n, p in enumerate(here):
        if n not in worked and not any(x["satellite"] == p.satellite for x in left):
            left.append({"satellite": p.satellite, "why": "too low, or nobody is free"})
    return {
        "start_utc": start,
        "minutes": minutes,
        "passes": [
            {"number": p.number, "satellite": p.satellite, "aos_utc": p.aos_utc, "los_utc": p.los_utc, "max_elevation_deg": round(p.max_elevation_deg, 1)}
            for p in here
        ],
        "turns": [
            {"operator": hands[t.operator].name, "passed": t.passed, "radios": [kits[r].name for r in t.choice.radios], "words": t.choice.words,
             "begins_utc": start + timedelta(minutes=t.begins), "ends_utc": start + timedelta(minutes=t.ends)}
            for t in made.turns
        ],
        "operators": [h.name for h in hands],
        "left": left,
        "at_once_min": made.at_once,
        "best": made.best,
    }  # fmt: skip


def _ways(kits: list[Kit], link: Link) -> list[Choice]:
    """Return the radios that work a link, one alone or two together, the best way first; a pair only where neither would do alone as well."""
    assert link.uplink_hz is not None
    order = list(WayOfWorking)
    found: list[tuple[int, Choice]] = []
    for radios in (*((n,) for n in range(len(kits))), *combinations(range(len(kits)), 2)):
        best = judge([kits[r].twin for r in radios], link.downlink_hz, link.uplink_hz)[0]
        if best.possible and len({p.radio for p in best.parts}) == len(radios):
            found.append(
                (order.index(best.way) * 2 + len(radios), Choice(radios, SHORT[best.way] if len(radios) == 1 else best.why))
            )
    return [choice for _, choice in sorted(found, key=lambda x: x[0])][:MOST_CHOICES]


def _worth(sky: Sky, p: Pass, start: datetime, minutes: int) -> list[float]:
    """Return what each minute of a pass is worth: the sine of the elevation, nothing below 5 degrees or behind the mask."""
    middles = [start + timedelta(seconds=MINUTE_S * (t + 0.5)) for t in range(minutes)]
    elevations = sky.look(np.array([sky.seconds(m) for m in middles])).elevation_deg
    free = [any(w.start_utc <= m <= w.end_utc for w in p.windows) for m in middles]
    return [
        round(sin(np.radians(float(e))) + 0.2, 3) if e >= LOWEST_DEG and is_free else 0.0
        for e, is_free in zip(elevations, free, strict=True)
    ]


def _best(passes: list[Pass], worth: list[list[float]]) -> tuple[list[Pass], list[list[float]]]:
    """Leave out what is never up, and all but the best where there are more than the solver takes."""
    order = sorted((n for n in range(len(passes)) if any(worth[n])), key=lambda n: -sum(worth[n]))[:MOST_PASSES]
    return [passes[n] for n in sorted(order)], [worth[n] for n in sorted(order)]
