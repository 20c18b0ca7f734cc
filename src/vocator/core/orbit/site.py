"""Places on the Earth, with nothing but the standard library."""

import math
from dataclasses import dataclass

from vocator.core.refusal import Refusal


@dataclass(frozen=True, slots=True)
class Site:
    """A place: geodetic latitude and longitude in degrees, height in metres above the ellipsoid."""

    latitude_deg: float
    longitude_deg: float
    height_m: float = 0.0


def site_of(latitude_deg: float, longitude_deg: float, height_m: float = 0.0) -> Site:
    """Return a site with its longitude brought between -180 and 180; raises Refusal."""
    for value, where, most in ((latitude_deg, "latitude", 90.0), (longitude_deg, "longitude", 540.0)):
        if not (math.isfinite(value) and abs(value) <= most):
            raise Refusal(
                f"{value:g}", where, f"-{most:g} to {most:g} degrees", "Give degrees with decimals, south and west minus."
            )
    if not (math.isfinite(height_m) and -500 <= height_m <= 9000):
        raise Refusal(f"{height_m:g}", "height", "-500 to 9000 metres", "Give the height above the sea in metres.")
    return Site(latitude_deg, (longitude_deg + 180) % 360 - 180, height_m)
