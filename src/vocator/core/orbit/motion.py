"""Where a satellite is, by SGP4 (the ``sgp4`` library); its error codes in words."""

import math
from datetime import UTC, datetime

import numpy as np
from numpy.typing import NDArray
from sgp4.api import WGS72, Satrec, SatrecArray, jday

from vocator.core.orbit.elements import Elements
from vocator.core.orbit.frames import Floats

ERRORS = {
    1: "the orbit's eccentricity leaves 0 to 1: the elements are spoiled, or far from their epoch",
    2: "the mean motion is below zero: the elements are spoiled",
    3: "the disturbed eccentricity leaves 0 to 1: the elements are spoiled, or far from their epoch",
    4: "the orbit's width is below zero: the elements are spoiled",
    5: "the orbit begins under ground: the elements are spoiled",
    6: "it has come down: the model finds it under the Earth's surface",
}
_DAY_ZERO = datetime(1949, 12, 31, tzinfo=UTC)


def model_of(elements: Elements) -> Satrec:
    """Return the library's model of a set; the catalogue number is not used by it."""
    radians = math.radians
    model = Satrec()
    since = (elements.epoch_utc - _DAY_ZERO).total_seconds() / 86400.0
    per_minute = 1440.0 / (2 * math.pi)
    model.sgp4init(
        WGS72, "i", 0, since, elements.bstar,
        elements.mean_motion_dot / (per_minute * 1440.0), elements.mean_motion_ddot / (per_minute * 1440.0**2),
        elements.eccentricity, radians(elements.perigee_deg), radians(elements.inclination_deg),
        radians(elements.mean_anomaly_deg), elements.mean_motion_rev_day / per_minute, radians(elements.ascending_node_deg),
    )  # fmt: skip
    return model


def split_julian(at_utc: datetime) -> tuple[float, float]:
    """Return a moment's Julian date as its midnight and the part of the day."""
    at = at_utc.astimezone(UTC)
    whole, part = jday(at.year, at.month, at.day, at.hour, at.minute, at.second + at.microsecond / 1e6)
    return float(whole), float(part)


def positions(models: list[Satrec], jd: float, seconds: Floats) -> tuple[NDArray[np.uint8], Floats, Floats]:
    """Return error codes (n, m), TEME positions and velocities (n, m, 3) in km and km/s.

    ``seconds`` are counted from the Julian date ``jd``, which must end in .5 (a midnight).
    """
    codes, position, velocity = SatrecArray(models).sgp4(np.full(len(seconds), jd), seconds / 86400.0)
    return codes, position, velocity


def position_of(model: Satrec, jd: float, seconds: Floats) -> tuple[NDArray[np.uint8], Floats, Floats]:
    """Return the same for one satellite: (m), (m, 3), (m, 3)."""
    codes, position, velocity = model.sgp4_array(np.full(len(seconds), jd), seconds / 86400.0)
    return codes, position, velocity
