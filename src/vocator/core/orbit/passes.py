"""Find every pass of satellites over a site.

The coarse grid looks at the sign of the elevation's rate, so that a pass that rises and sets
between two samples is found too; between two extremes the elevation only rises or only falls,
so each change of sign there is one rise or one set.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from datetime import UTC, datetime, timedelta

import numpy as np
from sgp4.api import Satrec

from vocator.core.orbit.elements import EARTH_RADIUS_KM, Elements
from vocator.core.orbit.frames import Floats, Horizon, Look, Site
from vocator.core.orbit.horizon_mask import HorizonMask
from vocator.core.orbit.motion import ERRORS, model_of, position_of, positions, split_julian
from vocator.core.orbit.search import roots, sign_changes

MOST_STEP_S = 300.0
AT_ONCE = 64
MASK_STEP_S = 5.0


@dataclass(frozen=True, slots=True)
class Window:
    """A part of a pass that stands above the mask."""

    start_utc: datetime
    end_utc: datetime


@dataclass(frozen=True, slots=True)
class Pass:
    """One pass.  ``tca`` is the highest elevation, ``closest`` the least range, where Doppler is zero.

    Angles in degrees, ranges in km.  ``whole`` is False where it begins or ends outside the
    searched time; the moment given is then the search's edge.
    """

    satellite: str
    number: int
    aos_utc: datetime
    tca_utc: datetime
    closest_utc: datetime
    los_utc: datetime
    max_elevation_deg: float
    azimuth_aos_deg: float
    azimuth_tca_deg: float
    azimuth_los_deg: float
    range_tca_km: float
    windows: tuple[Window, ...] = ()
    whole: bool = True


@dataclass(frozen=True, slots=True)
class WithoutPass:
    """A satellite without a pass, or with fewer than its orbit would have, and why."""

    satellite: str
    reason: str


@dataclass(frozen=True, slots=True)
class Found:
    """All passes in the order of their rise, and what was not found, with reasons."""

    passes: tuple[Pass, ...]
    without: tuple[WithoutPass, ...] = field(default=())


class Sky:
    """One satellite over one site; times in seconds after ``start_utc``."""

    def __init__(self, elements: Elements, site: Site, start_utc: datetime, model: Satrec | None = None) -> None:
        self.elements, self.site, self.start_utc = elements, site, start_utc.astimezone(UTC)
        self.model = model or model_of(elements)
        self.jd, part = split_julian(self.start_utc)
        self.offset_s = part * 86400.0

    def _at(self, seconds: Floats) -> tuple[Horizon, Floats, Floats]:
        _, position, velocity = position_of(self.model, self.jd, seconds + self.offset_s)
        return Horizon(self.site, self.jd, seconds + self.offset_s), position, velocity

    def rise(self, seconds: Floats) -> tuple[Floats, Floats]:
        """Return the sine of the elevation and its rate."""
        horizon, position, velocity = self._at(seconds)
        return horizon.rise(position, velocity)

    def look(self, seconds: Floats) -> Look:
        """Return azimuth, elevation, range, range rate."""
        horizon, position, velocity = self._at(seconds)
        return horizon.look(position, velocity)

    def moment(self, seconds: float) -> datetime:
        """Return the moment in UTC."""
        return self.start_utc + timedelta(seconds=float(seconds))

    def seconds(self, at_utc: datetime) -> float:
        """Return a moment as seconds after the start."""
        return (at_utc - self.start_utc).total_seconds()


def step_s(elements: Elements) -> float:
    """Return the step of the coarse grid: an eighteenth of a revolution, less at a quick perigee, 300 s at most."""
    return float(min(MOST_STEP_S, elements.period_s / 18 * (1 - elements.eccentricity) ** 1.5))


def find_passes(
    satellites: Iterable[Elements],
    site: Site,
    start_utc: datetime,
    days: float,
    mask: HorizonMask | None = None,
    least_elevation_deg: float = 0.0,
) -> Found:
    """Return every pass above 0 degrees that overlaps a span of days, with its parts above the mask.

    Passes under ``least_elevation_deg`` at their highest are left out and told.  Elements must be
    valid (``faults_of``); what SGP4 refuses is told, not dropped.
    """
    everything = sorted(satellites, key=step_s)
    found: list[Pass] = []
    without: list[WithoutPass] = []
    mask = mask or HorizonMask()
    for first in range(0, len(everything), AT_ONCE):
        _find(everything[first : first + AT_ONCE], site, start_utc, days * 86400.0, mask, least_elevation_deg, found, without)
    return Found(tuple(sorted(found, key=lambda p: (p.aos_utc, p.number))), tuple(sorted(without, key=lambda w: w.satellite)))


def _find(
    satellites: list[Elements],
    site: Site,
    start_utc: datetime,
    span_s: float,
    mask: HorizonMask,
    least_deg: float,
    found: list[Pass],
    without: list[WithoutPass],
) -> None:
    pad = max(e.period_s for e in satellites)
    step = min(step_s(e) for e in satellites)
    times = np.linspace(-pad, span_s + pad, math.ceil((span_s + 2 * pad) / step) + 1)
    models = [model_of(e) for e in satellites]
    jd, part = split_julian(start_utc)
    codes, position, velocity = positions(models, jd, times + part * 86400.0)
    heights, rates = Horizon(site, jd, times + part * 86400.0).rise(position, velocity)
    for row, elements in enumerate(satellites):
        sky = Sky(elements, site, start_utc, models[row])
        good, told = _usable(codes[row], times, elements, sky)
        if told:
            without.append(told)
        if good is None:
            continue
        passes, always = _passes_of(sky, times[good], heights[row, good], rates[row, good], span_s)
        high = [p for p in passes if p.max_elevation_deg >= least_deg]
        seen = [replace(p, windows=windows_of(sky, p, mask)) for p in high]
        found += seen
        reason = _reason(elements, site, passes, seen, always, least_deg, mask, span_s / 86400.0)
        if reason and not told:
            without.append(WithoutPass(elements.name, reason))


def _usable(
    codes: "np.ndarray[tuple[int, ...], np.dtype[np.uint8]]", times: Floats, elements: Elements, sky: Sky
) -> tuple[slice | None, WithoutPass | None]:
    """Return the part of the grid up to the first error, and what is to be told of it."""
    bad = np.flatnonzero(codes)
    inside = bad[times[bad] >= 0]
    before = bad[times[bad] < 0]
    first = int(before[-1]) + 1 if len(before) else 0
    if len(before) and (not len(inside) or inside[0] == first):
        without = WithoutPass(elements.name, f"elements unusable: {ERRORS.get(int(codes[before[-1]]), 'SGP4 refuses them')}")
        return (None, without) if len(inside) else (slice(first, len(times)), None)
    if not len(inside):
        return slice(first, len(times)), None
    last = int(inside[0])
    words = ERRORS.get(int(codes[last]), "SGP4 refuses them")
    if last - first < 3 or times[last] <= 0:
        return None, WithoutPass(elements.name, f"elements unusable: {words}")
    return slice(first, last), WithoutPass(
        elements.name, f"nothing after {sky.moment(times[last - 1]):%Y-%m-%d %H:%M} UTC: {words}"
    )


def _passes_of(sky: Sky, times: Floats, heights: Floats, rates: Floats, span_s: float) -> tuple[list[Pass], bool]:
    """Return the passes that overlap 0 to ``span_s``, and whether it never leaves the sky."""
    turning = sign_changes(rates)
    extremes = roots(lambda t: sky.rise(t)[1], times[turning], times[turning + 1], 0.01)
    tops = rates[turning] > 0
    nodes = np.concatenate([times[:1], extremes, times[-1:]])
    values = np.concatenate([heights[:1], sky.rise(extremes)[0], heights[-1:]])
    crossing = sign_changes(values)
    edges = roots(lambda t: sky.rise(t)[0], nodes[crossing], nodes[crossing + 1])
    rising = values[crossing] < 0
    if not len(edges):
        return [], bool(values[0] >= 0)
    begins, ends = edges[rising], edges[~rising]
    whole_start, whole_end = values[0] < 0, values[-1] < 0
    if not whole_start:
        begins = np.concatenate([times[:1], begins])
    if not whole_end:
        ends = np.concatenate([ends, times[-1:]])
    inside = (ends > 0) & (begins < span_s)
    begins, ends = begins[inside], ends[inside]
    if not len(begins):
        return [], False
    summits, summit_values = extremes[tops], values[1:-1][tops]
    highest = np.array([_highest(summits, summit_values, a, b) for a, b in zip(begins, ends, strict=True)])
    closest = _closest(sky, highest, begins, ends)
    at_rise, at_top, at_set = sky.look(begins), sky.look(highest), sky.look(ends)
    return [
        Pass(
            sky.elements.name,
            sky.elements.number,
            sky.moment(begins[i]),
            sky.moment(highest[i]),
            sky.moment(closest[i]),
            sky.moment(ends[i]),
            float(at_top.elevation_deg[i]),
            float(at_rise.azimuth_deg[i]),
            float(at_top.azimuth_deg[i]),
            float(at_set.azimuth_deg[i]),
            float(at_top.range_km[i]),
            (),
            bool(begins[i] > times[0] and ends[i] < times[-1]),
        )
        for i in range(len(begins))
    ], False


def _highest(summits: Floats, values: Floats, begins: float, ends: float) -> float:
    inside = (summits >= begins) & (summits <= ends)
    if not inside.any():
        return (begins + ends) / 2
    return float(summits[inside][np.argmax(values[inside])])


def _closest(sky: Sky, highest: Floats, begins: Floats, ends: Floats) -> Floats:
    """Return where the range is least, near the highest point; it may lie outside a short pass."""
    closest = highest.copy()
    left = np.ones(len(highest), bool)
    for part in (60, 20, 8, 4):
        reach = sky.elements.period_s / part
        low, high = highest[left] - reach, highest[left] + reach
        good = (sky.look(low).range_rate_km_s < 0) & (sky.look(high).range_rate_km_s > 0)
        chosen = np.flatnonzero(left)[good]
        closest[chosen] = roots(lambda t: sky.look(t).range_rate_km_s, low[good], high[good])
        left[chosen] = False
        if not left.any():
            break
    for i in np.flatnonzero(left):
        samples = np.linspace(begins[i], ends[i], 500)
        closest[i] = samples[np.argmin(sky.look(samples).range_km)]
    return closest


def windows_of(sky: Sky, found: Pass, mask: HorizonMask) -> tuple[Window, ...]:
    """Return the parts of a pass above the mask: sampled every 5 s, then bisected."""
    if not mask.points:
        return (Window(found.aos_utc, found.los_utc),)

    def free(seconds: Floats) -> Floats:
        look = sky.look(seconds)
        return look.elevation_deg - np.maximum(mask.at(look.azimuth_deg), 0)

    begins, ends = sky.seconds(found.aos_utc), sky.seconds(found.los_utc)
    samples = np.linspace(begins, ends, max(math.ceil((ends - begins) / MASK_STEP_S), 8) + 1)
    values = free(samples)
    values[0] = values[0] if values[0] > 1e-6 else -1e-9
    values[-1] = values[-1] if values[-1] > 1e-6 else -1e-9
    open_start, open_end = mask.at(sky.look(samples[[0, -1]]).azimuth_deg) <= 0
    if open_start and values[1] > 0:
        values[0] = 1e-9
    if open_end and values[-2] > 0:
        values[-1] = 1e-9
    change = sign_changes(values)
    edges = list(_bisect(free, samples[change], samples[change + 1], values[change] < 0))
    marks = ([begins] if values[0] > 0 else []) + edges + ([ends] if values[-1] > 0 else [])
    return tuple(Window(sky.moment(a), sky.moment(b)) for a, b in zip(marks[::2], marks[1::2], strict=True))


def _bisect(free: object, low: Floats, high: Floats, opening: "np.ndarray[tuple[int, ...], np.dtype[np.bool_]]") -> Floats:
    """Halve brackets where a function that may jump in slope changes sign."""
    low, high = low.copy(), high.copy()
    for _ in range(16):
        middle = (low + high) / 2
        above = free(middle) > 0  # type: ignore[operator]
        late = above == opening
        low, high = np.where(late, low, middle), np.where(late, middle, high)
    return (low + high) / 2


def _reason(
    elements: Elements,
    site: Site,
    passes: list[Pass],
    seen: list[Pass],
    always: bool,
    least_deg: float,
    mask: HorizonMask,
    days: float,
) -> str:
    if seen and any(p.windows for p in seen):
        return ""
    if seen:
        closed = "the mask closes the whole sky" if mask.closed else "all stay below the horizon mask"
        return f"{len(seen)} {'pass' if len(seen) == 1 else 'passes'} in this span, but {closed}"
    if passes:
        best = max(p.max_elevation_deg for p in passes)
        return f"none of its {len(passes)} passes rises above {least_deg:g} degrees; the highest reaches {best:.1f}"
    if always:
        return "always above the horizon here: it neither rises nor sets in this span"
    if never_rises(elements, site):
        return f"never rises here: its orbit stays too far {'south' if site.latitude_deg > 0 else 'north'} of this site"
    return f"no pass in these {days:g} days"


def never_rises(elements: Elements, site: Site) -> bool:
    """Whether the orbit's inclination and height keep it below the horizon for good."""
    inclination = min(elements.inclination_deg, 180 - elements.inclination_deg)
    reach = math.degrees(math.acos(min(1.0, EARTH_RADIUS_KM / (EARTH_RADIUS_KM + max(elements.apogee_km, 0.0)))))
    return abs(site.latitude_deg) > inclination + reach + 0.5
