"""Who can hear a satellite: the circle below it, the grid squares in it, and when a grid is in it."""

import math
from dataclasses import dataclass
from datetime import datetime

import numpy as np

from vocator.core.orbit.frames import below
from vocator.core.orbit.grid import locator
from vocator.core.orbit.motion import position_of
from vocator.core.orbit.passes import Pass
from vocator.core.orbit.search import roots, sign_changes
from vocator.core.orbit.site import Site
from vocator.core.orbit.sky import Sky

MEAN_RADIUS_KM = 6371.0
_LATITUDES, _LONGITUDES = (a.ravel() for a in np.meshgrid(np.arange(-89.5, 90, 1.0), np.arange(-179.0, 180, 2.0), indexing="ij"))


@dataclass(frozen=True, slots=True)
class Footprint:
    """The circle that sees a satellite: its middle and height, its radius along the ground, the squares in it."""

    latitude_deg: float
    longitude_deg: float
    height_km: float
    radius_deg: float
    squares: int
    fields: tuple[str, ...]

    @property
    def radius_km(self) -> float:
        """Return the radius along the ground in km."""
        return math.radians(self.radius_deg) * MEAN_RADIUS_KM


def footprint(sky: Sky, seconds: float) -> Footprint:
    """Return the footprint at a time; a square is in it when its middle is, on a spherical Earth."""
    times = np.array([seconds + sky.offset_s])
    _, position, _ = position_of(sky.model, sky.jd, times)
    latitude, longitude, height = (float(v[0]) for v in below(sky.jd, times, position))
    radius = math.acos(MEAN_RADIUS_KM / (MEAN_RADIUS_KM + height))
    inside = _away(latitude, longitude) <= radius
    names = {locator(float(a), float(o), 1) for a, o in zip(_LATITUDES[inside], _LONGITUDES[inside], strict=True)}
    return Footprint(latitude, longitude, height, math.degrees(radius), int(inside.sum()), tuple(sorted(names)))


def _away(latitude_deg: float, longitude_deg: float) -> "np.ndarray[tuple[int, ...], np.dtype[np.float64]]":
    here, there = math.radians(latitude_deg), np.radians(_LATITUDES)
    turn = np.radians(_LONGITUDES - longitude_deg)
    cosine = math.sin(here) * np.sin(there) + math.cos(here) * np.cos(there) * np.cos(turn)
    return np.asarray(np.arccos(np.clip(cosine, -1, 1)))


def in_and_out(sky: Sky, found: Pass, grid: Site) -> tuple[datetime, datetime] | None:
    """Return from when to when a place sees the satellite during one's own pass, None where it never does.

    Several stretches in one pass are given as one, from the first to the last.
    """
    other = Sky(sky.elements, grid, sky.start_utc, sky.model)
    begins, ends = sky.seconds(found.aos_utc), sky.seconds(found.los_utc)
    samples = np.linspace(begins, ends, max(int((ends - begins) / 10), 10))
    values = other.rise(samples)[0]
    change = sign_changes(values)
    edges = roots(lambda t: other.rise(t)[0], samples[change], samples[change + 1], 0.1)
    marks = ([begins] if values[0] >= 0 else []) + list(edges) + ([ends] if values[-1] >= 0 else [])
    return (sky.moment(marks[0]), sky.moment(marks[-1])) if marks else None
