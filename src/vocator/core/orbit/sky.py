"""Satellites seen from a site: one over its time, or several at once."""

from datetime import UTC, datetime, timedelta

import numpy as np
from sgp4.api import Satrec

from vocator.core.orbit.elements import Elements
from vocator.core.orbit.frames import Floats, Horizon, Sighted
from vocator.core.orbit.motion import model_of, position_of, split_julian
from vocator.core.orbit.site import Site


class Sky(Sighted):
    """One satellite over one site; times in seconds after ``start_utc``."""

    def __init__(self, elements: Elements, site: Site, start_utc: datetime, model: Satrec | None = None) -> None:
        self.elements, self.site, self.start_utc = elements, site, start_utc.astimezone(UTC)
        self.model = model or model_of(elements)
        self.jd, part = split_julian(self.start_utc)
        self.offset_s = part * 86400.0

    def at(self, seconds: Floats) -> tuple[Horizon, Floats, Floats]:
        """Return the horizon, TEME positions and velocities at times."""
        _, position, velocity = position_of(self.model, self.jd, seconds + self.offset_s)
        return Horizon(self.site, self.jd, seconds + self.offset_s), position, velocity

    def moment(self, seconds: float) -> datetime:
        """Return the moment in UTC."""
        return self.start_utc + timedelta(0, seconds)

    def moments(self, seconds: Floats) -> list[datetime]:
        """Return many moments in UTC, to the microsecond."""
        return [self.start_utc + after for after in np.rint(seconds * 1e6).astype("timedelta64[us]").tolist()]

    def seconds(self, at_utc: datetime) -> float:
        """Return a moment as seconds after the start."""
        return (at_utc - self.start_utc).total_seconds()


class Flock(Sighted):
    """Several satellites over one site, each asked at times of its own, in one go.

    ``counts`` says how many of the times belong to each; they follow one another.
    """

    def __init__(self, skies: list[Sky], counts: list[int]) -> None:
        self.sky = skies[0]
        ends = np.cumsum(counts).tolist()
        pairs = zip(skies, [0, *ends[:-1]], ends, strict=True)
        self.parts = [(s.model, slice(a, b), np.full(b - a, s.jd)) for s, a, b in pairs if b > a]
        self.count = int(ends[-1])

    def at(self, seconds: Floats) -> tuple[Horizon, Floats, Floats]:
        """Return the horizon, TEME positions and velocities at times."""
        times = seconds + self.sky.offset_s
        days = times / 86400.0
        position, velocity = np.empty((self.count, 3)), np.empty((self.count, 3))
        for model, part, jd in self.parts:
            _, position[part], velocity[part] = model.sgp4_array(jd, days[part])
        return Horizon(self.sky.site, self.sky.jd, times), position, velocity
