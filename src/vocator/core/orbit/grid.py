"""Maidenhead grid locators, distances and bearings on the ellipsoid.

The locator is cut here, not rounded, up to the poles and the date line: a station that stands in a
square is never told the next one.
"""

import re
from dataclasses import dataclass

from geographiclib.geodesic import Geodesic

from vocator.core.orbit.site import Site
from vocator.core.refusal import Refusal

_FORM = re.compile(r"[A-R]{2}([0-9]{2}([A-X]{2}([0-9]{2})?)?)?", re.IGNORECASE)
_BASES = (18, 10, 24, 10)


@dataclass(frozen=True, slots=True)
class Way:
    """From one place to another: km on the ellipsoid, bearing in degrees at the start."""

    distance_km: float
    bearing_deg: float


def locator(latitude_deg: float, longitude_deg: float, pairs: int = 3) -> str:
    """Return the locator of a place, ``GN19ex`` with three pairs; the north pole belongs to the last squares."""
    parts = []
    for degrees, span in ((((longitude_deg + 180) % 360), 20.0), (min(max(latitude_deg + 90, 0.0), 180 - 1e-6), 10.0)):
        digits = []
        for base in _BASES[:pairs]:
            step = int(degrees / span + 1e-9)
            digits.append(str(step) if base == 10 else chr(ord("A" if base == 18 else "a") + step))
            degrees = max(degrees - step * span, 0.0)
            span /= 10 if base != 10 else 24
        parts.append(digits)
    return "".join(a + b for a, b in zip(*parts, strict=True))


def place_of(grid: str) -> Site:
    """Return the middle of a field, square or subsquare; raises Refusal."""
    text = grid.strip()
    if not _FORM.fullmatch(text):
        raise Refusal(
            repr(grid[:20]), "grid", "two letters A to R, two digits, two letters A to X", "For example: GN19 or GN19ex"
        )
    places = []
    for start, (low, span) in enumerate(((-180.0, 20.0), (-90.0, 10.0))):
        for letter in text[start::2].upper():
            low += (int(letter) if letter.isdigit() else ord(letter) - ord("A")) * span
            span /= 10 if letter.isalpha() else 24
        places.append(low + span * (10 if text[-1].isalpha() else 24) / 2)
    return Site(places[1], places[0])


def way(start: Site, end: Site) -> Way:
    """Return distance and bearing from one place to another (Karney's geodesics, WGS 84)."""
    found = Geodesic.WGS84.Inverse(start.latitude_deg, start.longitude_deg, end.latitude_deg, end.longitude_deg)
    return Way(found["s12"] / 1000, found["azi1"] % 360)
