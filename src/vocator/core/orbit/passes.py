"""Find every pass of satellites over a site.

The coarse grid looks at the sign of the elevation's rate, so that a pass that rises and sets
between two samples is found too; between two extremes the elevation only rises or only falls,
so each change of sign there is one rise or one set.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from datetime import datetime
from typing import Any

import numpy as np
from numpy.typing import NDArray

from vocator.core.orbit.elements import Elements
from vocator.core.orbit.frames import EQUATOR_KM, Floats, Horizon
from vocator.core.orbit.horizon_mask import HorizonMask
from vocator.core.orbit.motion import ERRORS, positions
from vocator.core.orbit.search import newton, roots, sign_changes
from vocator.core.orbit.site import Site
from vocator.core.orbit.sky import Flock, Sky
from vocator.core.orbit.track import Owners, Pieces, Track
from vocator.core.orbit.windows import Window, free_spans, free_spans_of

Codes = NDArray[np.uint8]
Flags = NDArray[np.bool_]
Places = NDArray[np.intp]
MOST_STEP_S = 750.0
AT_ONCE = 64
ROUGH_S = 1.0
"""A last step on the track no longer than this leaves less than a millisecond, which SGP4 then sets right."""


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


def step_s(elements: Elements) -> float:
    """Return the step of the coarse grid: an eighth of a revolution, less at a quick perigee, 750 s at most."""
    return float(min(MOST_STEP_S, elements.period_s / 8 * (1 - elements.eccentricity) ** 1.5))


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
    skies = [Sky(e, site, start_utc) for e in satellites]
    pad = max(e.period_s for e in satellites)
    step = min(step_s(e) for e in satellites)
    times = np.linspace(-pad, span_s + pad, math.ceil((span_s + 2 * pad) / step) + 1)
    seconds = times + skies[0].offset_s
    codes, position, velocity = positions([s.model for s in skies], skies[0].jd, seconds)
    heights, rates = Horizon(site, skies[0].jd, seconds).rise(position, velocity)
    search = _Search(skies, Track(site, skies[0].jd, seconds, position, velocity), skies[0].offset_s)
    for row, sky in enumerate(skies):
        good, told = _usable(codes[row], times, sky)
        if told:
            without.append(told)
        if good is not None:
            search.seen.append(_Seen(row, sky, times[good], heights[row, good], rates[row, good], told is not None))
    for one, passes, always in search.passes(span_s):
        high = [p for p in passes if p.max_elevation_deg >= least_deg]
        if mask.points:
            free = free_spans_of(one.sky, [(p.aos_utc, p.los_utc) for p in high], mask)
            high = [replace(p, windows=windows) for p, windows in zip(high, free, strict=True)]
        found += high
        if not one.told:
            reason = _reason(one.sky.elements, site, passes, high, always, least_deg, mask, span_s / 86400.0)
            if reason:
                without.append(WithoutPass(one.sky.elements.name, reason))


@dataclass(slots=True)
class _Seen:
    """A satellite's coarse grid; then the moments at which its elevation turns, with its sine there."""

    row: int
    sky: Sky
    times: Floats
    heights: Floats
    rates: Floats
    told: bool
    turns: Floats = field(default_factory=lambda: np.empty(0))
    turned: Floats = field(default_factory=lambda: np.empty(0))


class _Search:
    """The search for all satellites at once: on the track first, then set right by SGP4."""

    def __init__(self, skies: list[Sky], track: Track, offset_s: float) -> None:
        self.skies, self.track, self.offset_s = skies, track, offset_s
        self.seen: list[_Seen] = []

    def passes(self, span_s: float) -> list[tuple[_Seen, list[Pass], bool]]:
        """Return for each satellite the passes that overlap 0 to ``span_s``, and whether it never leaves the sky."""
        if not self.seen:
            return []
        self._find_turns()
        edges = self._find_edges()
        spans = [_spans(one, own, span_s) for one, own in zip(self.seen, edges, strict=True)]
        counts = [len(a) for a, _, _ in spans]
        begins, ends, tops = (np.concatenate([s[k] for s in spans]) for k in range(3))
        owner = np.repeat(np.array([one.row for one in self.seen]), counts)
        columns = self._columns(owner, begins, tops, ends)
        made, at = [], 0
        for one, count, own in zip(self.seen, counts, edges, strict=True):
            rows = zip(*(c[at : at + count] for c in columns), strict=True)
            at += count
            made.append((one, [_pass(one, *row) for row in rows], not len(own[0]) and bool(one.heights[0] >= 0)))
        return made

    def _columns(self, owner: Owners, begins: Floats, tops: Floats, ends: Floats) -> list[list[Any]]:
        if not len(owner):
            return [[]] * 11
        rise, top, fall = (self._pieces(owner, t).look(t + self.offset_s) for t in (begins, tops, ends))
        closest = self._closest(owner, tops, begins, ends)
        moments = [self.skies[0].moments(t) for t in (begins, ends, tops, closest)]
        arrays = (begins, ends, top.elevation_deg, rise.azimuth_deg, top.azimuth_deg, fall.azimuth_deg, top.range_km)
        return [*moments, *(a.tolist() for a in arrays)]

    def _pieces(self, owner: Owners, seconds: Floats) -> Pieces:
        return self.track.pieces(owner, seconds + self.offset_s)

    def _exact(self, owner: Owners) -> Flock:
        counts = np.bincount(owner, minlength=len(self.skies)).tolist()
        return Flock(self.skies, counts)

    def _find_turns(self) -> None:
        """Find where each elevation turns, on the track; summits above the horizon are set right by SGP4."""
        changes = [_that_matter(one) for one in self.seen]
        counts = [len(c) for c in changes]
        low = np.concatenate([one.times[c] for one, c in zip(self.seen, changes, strict=True)])
        high = np.concatenate([one.times[c + 1] for one, c in zip(self.seen, changes, strict=True)])
        owner = np.repeat(np.array([one.row for one in self.seen]), counts)

        def rate(seconds: Floats) -> Floats:
            return pieces.rise(seconds + self.offset_s)[1]

        pieces = self._pieces(owner, (low + high) / 2)
        at_low = np.concatenate([one.rates[c] for one, c in zip(self.seen, changes, strict=True)])
        at_high = np.concatenate([one.rates[c + 1] for one, c in zip(self.seen, changes, strict=True)])
        turns = roots(rate, low, high, ROUGH_S, (at_low, at_high))
        values = pieces.rise(turns + self.offset_s)[0]
        bend = (rate(turns + 1) - rate(turns - 1)) / 2
        above = (bend < 0) & (values > -0.001)
        if above.any():
            height, left = self._exact(owner[above]).rise(turns[above])
            step = np.clip(-left / bend[above], -5, 5)
            turns[above] += step
            values[above] = height + step * (left + step * bend[above] / 2)
        parts = np.cumsum(counts)[:-1]
        for one, own, sines in zip(self.seen, np.split(turns, parts), np.split(values, parts), strict=True):
            one.turns, one.turned = own, sines

    def _find_edges(self) -> list[tuple[Floats, Flags]]:
        """Return for each satellite the moments where it crosses the horizon, and which of them are rises."""
        low, high, at_low, at_high, counts = [], [], [], [], []
        for one in self.seen:
            times = np.concatenate([one.times, one.turns])
            order = np.argsort(times, kind="stable")
            times, values = times[order], np.concatenate([one.heights, one.turned])[order]
            change = sign_changes(values)
            low.append(times[change])
            high.append(times[change + 1])
            at_low.append(values[change])
            at_high.append(values[change + 1])
            counts.append(len(change))
        owner = np.repeat(np.array([one.row for one in self.seen]), counts)
        edges = np.concatenate(low)
        if len(edges):
            a, b = edges, np.concatenate(high)
            pieces = self._pieces(owner, (a + b) / 2)
            ends = (np.concatenate(at_low), np.concatenate(at_high))
            edges = newton(lambda t: pieces.rise(t + self.offset_s), a, b, ROUGH_S / 10, ends)
            value, slope = self._exact(owner).rise(edges)
            with np.errstate(divide="ignore", invalid="ignore"):
                step = value / slope
            small = np.isfinite(step) & (np.abs(step) < 0.5)
            edges[small] -= step[small]
            hard = np.flatnonzero(~small)
            if len(hard):
                edges[hard] = newton(
                    self._exact(owner[hard]).rise, np.maximum(a[hard], edges[hard] - 60), np.minimum(b[hard], edges[hard] + 60)
                )
        return list(zip(np.split(edges, np.cumsum(counts)[:-1]), [v < 0 for v in at_low], strict=True))

    def _closest(self, owner: Owners, highest: Floats, begins: Floats, ends: Floats) -> Floats:
        """Return where the range is least, near the highest point; it may lie outside a short pass."""
        period = np.array([s.elements.period_s for s in self.skies])[owner]

        def coming(seconds: Floats) -> Floats:
            return pieces.range_rate(seconds + self.offset_s)

        pieces = self._pieces(owner, highest)
        low, high = highest - period / 60, highest + period / 60
        good = (coming(low) < 0) & (coming(high) > 0)
        closest = roots(coming, np.where(good, low, highest), np.where(good, high, highest), ROUGH_S)
        bend = (coming(closest + 1) - coming(closest - 1)) / 2
        rate = self._exact(owner).range_rate(closest)
        closest = closest - np.clip(rate / np.where(bend > 0, bend, 1.0), -5, 5)
        for i in np.flatnonzero(~good):
            closest[i] = _closest_of(self.skies[owner[i]], float(highest[i]), float(begins[i]), float(ends[i]))
        return closest


def _that_matter(one: _Seen) -> Places:
    """Return the places on the grid after which the elevation turns near the horizon or above it.

    A summit stands no higher than where the tangents from both sides lead, a hollow no deeper.
    """
    at = sign_changes(one.rates)
    step = one.times[at + 1] - one.times[at]
    onward, back = one.heights[at] + one.rates[at] * step, one.heights[at + 1] - one.rates[at + 1] * step
    low, high = np.minimum(onward, back), np.maximum(onward, back)
    summit = one.rates[at] > 0
    both_up = np.minimum(one.heights[at], one.heights[at + 1]) >= 0
    return np.asarray(at[np.where(summit, high > -0.02, both_up & (low < 0.02))])


def _pass(
    one: _Seen, aos: datetime, los: datetime, tca: datetime, closest: datetime, begins: float, ends: float,
    elevation: float, first: float, at_top: float, last: float, away: float,
) -> Pass:  # fmt: skip
    name, number = one.sky.elements.name, one.sky.elements.number
    whole = bool(begins > one.times[0] and ends < one.times[-1])
    return Pass(
        name, number, aos, tca, closest, los, elevation, first, at_top, last, away, (Window(aos, los),), whole
    )  # fmt: skip


def _spans(one: _Seen, edges: tuple[Floats, Flags], span_s: float) -> tuple[Floats, Floats, Floats]:
    """Return beginnings, ends and highest moments of what overlaps the span."""
    moments, rising = edges
    empty = np.empty(0)
    if not len(moments):
        return empty, empty, empty
    begins, ends = moments[rising], moments[~rising]
    if one.heights[0] >= 0:
        begins = np.concatenate([one.times[:1], begins])
    if one.heights[-1] >= 0:
        ends = np.concatenate([ends, one.times[-1:]])
    inside = (ends > 0) & (begins < span_s)
    begins, ends = begins[inside], ends[inside]
    first, after = np.searchsorted(one.turns, begins), np.searchsorted(one.turns, ends)
    tops = one.turns[np.minimum(first, len(one.turns) - 1)] if len(one.turns) else (begins + ends) / 2
    for i in np.flatnonzero(after - first != 1):
        inner = slice(first[i], after[i])
        tops[i] = one.turns[inner][np.argmax(one.turned[inner])] if after[i] > first[i] else (begins[i] + ends[i]) / 2
    return begins, ends, tops


def _usable(codes: Codes, times: Floats, sky: Sky) -> tuple[slice | None, WithoutPass | None]:
    """Return the part of the grid up to the first error, and what is to be told of it."""
    name = sky.elements.name
    bad = np.flatnonzero(codes)
    inside = bad[times[bad] >= 0]
    before = bad[times[bad] < 0]
    first = int(before[-1]) + 1 if len(before) else 0
    if len(before) and (not len(inside) or inside[0] == first):
        without = WithoutPass(name, f"elements unusable: {ERRORS.get(int(codes[before[-1]]), 'SGP4 refuses them')}")
        return (None, without) if len(inside) else (slice(first, len(times)), None)
    if not len(inside):
        return slice(first, len(times)), None
    last = int(inside[0])
    words = ERRORS.get(int(codes[last]), "SGP4 refuses them")
    if last - first < 3 or times[last] <= 0:
        return None, WithoutPass(name, f"elements unusable: {words}")
    return slice(first, last), WithoutPass(name, f"nothing after {sky.moment(times[last - 1]):%Y-%m-%d %H:%M} UTC: {words}")


def _closest_of(sky: Sky, highest: float, begins: float, ends: float) -> float:
    """Return the same for one pass whose least range is further from its highest point."""
    for part in (20, 8, 4):
        reach = sky.elements.period_s / part
        low, high = np.array([highest - reach]), np.array([highest + reach])
        if sky.range_rate(low)[0] < 0 < sky.range_rate(high)[0]:
            return float(roots(sky.range_rate, low, high)[0])
    samples = np.linspace(begins, ends, 500)
    return float(samples[np.argmin(sky.look(samples).range_km)])


def windows_of(sky: Sky, found: Pass, mask: HorizonMask) -> tuple[Window, ...]:
    """Return the parts of a pass above the mask."""
    return free_spans(sky, found.aos_utc, found.los_utc, mask)


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
    reach = math.degrees(math.acos(min(1.0, EQUATOR_KM / (EQUATOR_KM + max(elements.apogee_km, 0.0)))))
    return abs(site.latitude_deg) > inclination + reach + 0.5
