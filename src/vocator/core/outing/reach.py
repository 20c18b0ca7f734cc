"""How likely a path is: radio horizon from the heights, free-space loss and a margin.  Hills are not considered.

The horizon is 4.12 times the sum of the square roots of both heights (metres, giving km; an Earth of
4/3 radius).  Beyond it a path counts as perhaps up to 1.3 times, then unlikely.  The free-space loss is
20 log d + 20 log f + 32.45 (km, MHz; ITU-R P.525); 5 W and plain antennas leave 37 dBm; ground and bodies
take 20 dB; -113 dBm is heard.
"""

import math
from dataclasses import dataclass

from vocator.core.orbit.grid import way
from vocator.core.orbit.site import Site
from vocator.core.outing.outing import Place

SENT_DBM, GROUND_DB, HEARD_DBM = 37.0, 20.0, -113.0
COMFORT_DB = 10.0


@dataclass(frozen=True, slots=True)
class Path:
    """From one place to another: km, degrees, and what is to be expected: ``likely``, ``perhaps`` or ``unlikely``."""

    distance_km: float
    bearing_deg: float
    horizon_km: float
    margin_db: float
    likely: str


def horizon_km(height_a_m: float, height_b_m: float) -> float:
    """Return how far two antennas see each other over a smooth Earth."""
    return 4.12 * (math.sqrt(max(height_a_m, 0.0)) + math.sqrt(max(height_b_m, 0.0)))


def enough_w(found: Path) -> float | None:
    """Return how many watts are enough for a likely path, rounded up to a half; None where no power brings it over the horizon."""
    if found.distance_km > found.horizon_km:
        return None
    needed_dbm = SENT_DBM - (found.margin_db - COMFORT_DB)
    return float(max(math.ceil(10 ** ((needed_dbm - 30) / 10) * 2) / 2, 0.5))


def path(a: Place, b: Place, hz: int) -> Path:
    """Return the path between two places on a frequency."""
    there = way(Site(a.latitude_deg, a.longitude_deg), Site(b.latitude_deg, b.longitude_deg))
    horizon = horizon_km(a.height_m, b.height_m)
    distance = max(there.distance_km, 0.01)
    loss = 20 * math.log10(distance) + 20 * math.log10(hz / 1e6) + 32.45
    margin = SENT_DBM - loss - GROUND_DB - HEARD_DBM
    if distance <= horizon and margin >= COMFORT_DB:
        likely = "likely"
    elif distance <= 1.3 * horizon and margin >= 0:
        likely = "perhaps"
    else:
        likely = "unlikely"
    return Path(there.distance_km, there.bearing_deg, horizon, margin, likely)
