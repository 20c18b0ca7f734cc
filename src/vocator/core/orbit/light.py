"""Day, dusk or night at a place: where the Sun stands there."""

from datetime import datetime
from enum import StrEnum

from astral import Observer
from astral.sun import elevation

from vocator.core.orbit.site import Site

DUSK_DEG = -6.0
"""Civil twilight: with the Sun higher than this one still sees the keys without a lamp."""


class Light(StrEnum):
    """How light it is outside."""

    DAY = "day"
    DUSK = "dusk"
    NIGHT = "night"


def sun_deg(site: Site, at: datetime) -> float:
    """Return the Sun's elevation in degrees, without refraction, at an aware moment."""
    return float(elevation(Observer(site.latitude_deg, site.longitude_deg, site.height_m), at, with_refraction=False))


def light_at(site: Site, at: datetime) -> Light:
    """Return how light it is at a place and an aware moment; twilight counts to 6 degrees below the horizon."""
    stands = sun_deg(site, at)
    return Light.DAY if stands >= 0 else Light.DUSK if stands >= DUSK_DEG else Light.NIGHT
