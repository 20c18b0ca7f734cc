"""Magnetic declination: how far a compass needle stands beside true north.  World Magnetic Model 2025, good to about half a degree until 2030."""

from datetime import datetime
from functools import cache

from pygeomag import GeoMag  # type: ignore[import-untyped]
from pygeomag.wmm.wmm_2025 import WMM_2025  # type: ignore[import-untyped]

from vocator.core.orbit.site import Site


@cache
def _model() -> GeoMag:
    return GeoMag(coefficients_data=WMM_2025)


def declination_deg(site: Site, at: datetime) -> float:
    """Return the declination in degrees, east positive, at a place and an aware moment; outside 2025 to 2030 that of the nearest end."""
    day = at.timetuple().tm_yday
    year = min(max(at.year + (day - 1) / 365.25, 2025.0), 2029.99)
    return float(_model().calculate(glat=site.latitude_deg, glon=site.longitude_deg, alt=site.height_m / 1000, time=year).d)
