"""Mean elements of a satellite's orbit, what makes them unusable, and what their age is worth.

Errors with age after the study in docs/accuracy.md: nearly all of it is along the track, so it is an
error of time.
"""

import math
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta
from enum import StrEnum

from vocator.core.instants import LATEST
from vocator.core.orbit.frames import EQUATOR_KM

GRAVITY_KM3_S2 = 398600.8
EARLIEST = datetime(1957, 1, 1, tzinfo=UTC)
NOTE_DAYS = 3.0
WARN_DAYS = 7.0
COARSE_DAYS = 30.0


@dataclass(frozen=True, slots=True)
class Elements:
    """One set of mean elements (SGP4, TEME), as CCSDS OMM names them.

    Angles in degrees, mean motion in revolutions a day, its first derivative halved and its
    second divided by six as the two-line format has them, B* per Earth radius.
    """

    name: str
    object_id: str
    number: int
    epoch_utc: datetime
    mean_motion_rev_day: float
    eccentricity: float
    inclination_deg: float
    ascending_node_deg: float
    perigee_deg: float
    mean_anomaly_deg: float
    bstar: float = 0.0
    mean_motion_dot: float = 0.0
    mean_motion_ddot: float = 0.0
    classification: str = "U"
    ephemeris_type: int = 0
    set_number: int = 0
    revolutions: int = 0

    @property
    def period_s(self) -> float:
        """Return the time of one revolution in seconds."""
        return 86400.0 / self.mean_motion_rev_day

    @property
    def semi_major_axis_km(self) -> float:
        """Return the semi-major axis that goes with the mean motion, in km."""
        rate = self.mean_motion_rev_day * 2 * math.pi / 86400.0
        return float((GRAVITY_KM3_S2 / rate**2) ** (1 / 3))

    @property
    def apogee_km(self) -> float:
        """Return the height of the highest point above the equator's radius, in km."""
        return self.semi_major_axis_km * (1 + self.eccentricity) - EQUATOR_KM

    @property
    def perigee_km(self) -> float:
        """Return the height of the lowest point above the equator's radius, in km."""
        return self.semi_major_axis_km * (1 - self.eccentricity) - EQUATOR_KM

    def age_days(self, at_utc: datetime) -> float:
        """Return how old the set is at a moment, in days; negative before its epoch."""
        return (at_utc - self.epoch_utc).total_seconds() / 86400.0

    def moved(self, by: timedelta) -> "Elements":
        """Return the same orbit with its epoch moved, for made-up data that must stay young."""
        return replace(self, epoch_utc=self.epoch_utc + by)


@dataclass(frozen=True, slots=True)
class Fault:
    """What makes a set unusable: the field, what was found, what is allowed."""

    field: str
    found: str
    allowed: str

    def __str__(self) -> str:
        return f"{self.field} is {self.found}; allowed: {self.allowed}"


_RANGES = (
    ("mean_motion_rev_day", "MEAN_MOTION", 0.05, 20.0),
    ("eccentricity", "ECCENTRICITY", 0.0, 0.999),
    ("inclination_deg", "INCLINATION", 0.0, 180.0),
    ("ascending_node_deg", "RA_OF_ASC_NODE", -360.0, 360.0),
    ("perigee_deg", "ARG_OF_PERICENTER", -360.0, 360.0),
    ("mean_anomaly_deg", "MEAN_ANOMALY", -360.0, 360.0),
    ("bstar", "BSTAR", -10.0, 10.0),
    ("mean_motion_dot", "MEAN_MOTION_DOT", -10.0, 10.0),
    ("mean_motion_ddot", "MEAN_MOTION_DDOT", -10.0, 10.0),
)


def faults_of(elements: Elements) -> list[Fault]:
    """Return all that makes a set unusable, nothing where it can be used."""
    faults = []
    for attribute, field, least, most in _RANGES:
        value = getattr(elements, attribute)
        if not (math.isfinite(value) and least <= value <= most):
            faults.append(Fault(field, f"{value:g}", f"{least:g} to {most:g}"))
    if not EARLIEST <= elements.epoch_utc < LATEST:
        faults.append(Fault("EPOCH", f"{elements.epoch_utc:%Y-%m-%d}", f"{EARLIEST.year} to {LATEST.year - 1}"))
    if not 0 < elements.number <= 999_999_999:
        faults.append(Fault("NORAD_CAT_ID", str(elements.number), "1 to 999999999"))
    if not faults and elements.perigee_km < 80:
        faults.append(Fault("MEAN_MOTION and ECCENTRICITY", f"a perigee of {elements.perigee_km:.0f} km", "80 km and more"))
    return faults


class AgeClass(StrEnum):
    """What the age of a set means for the times computed from it."""

    FINE = "fine"
    NOTE = "note"
    WARN = "warn"
    COARSE = "coarse"


def age_class(age_days: float) -> AgeClass:
    """Classify an age in days; sets used before their epoch err as much as old ones."""
    age = abs(age_days)
    if age < NOTE_DAYS:
        return AgeClass.FINE
    if age < WARN_DAYS:
        return AgeClass.NOTE
    return AgeClass.WARN if age < COARSE_DAYS else AgeClass.COARSE


def age_words(age_days: float, perigee_km: float) -> str:
    """Say what an age means; empty where it is fine."""
    kind = age_class(age_days)
    age = f"{abs(age_days):.1f} days old" if age_days >= 0 else f"for a day {-age_days:.1f} days ahead"
    if kind is AgeClass.FINE:
        return ""
    if kind is AgeClass.NOTE:
        return f"elements {age}: fetch newer ones when you can"
    low = "tens of seconds" if perigee_km < 500 else "seconds"
    if kind is AgeClass.WARN:
        return f"elements {age}: times may be off by {low}; fetch newer ones"
    return f"elements {age}: times are shown without seconds and may be off by minutes; fetch newer ones"
