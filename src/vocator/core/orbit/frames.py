"""Sites on the Earth, seen in the frame that SGP4 speaks (TEME), and looks from them.

WGS 84 ellipsoid; sidereal time by the IAU 1982 formula; polar motion, UT1 - UTC, light time and
refraction are left out (what that costs: docs/accuracy.md).  Source of the formulas: D. Vallado,
Fundamentals of Astrodynamics and Applications, chapter 3.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from vocator.core.orbit.site import Site

Floats = NDArray[np.float64]

EQUATOR_KM = 6378.137
FLATTENING = 1 / 298.257223563
SIDEREAL_RAD_S = 2 * math.pi * 1.002737909350795 / 86400.0


@dataclass(frozen=True, slots=True)
class Look:
    """What is seen from a site: arrays of one shape; angles in degrees, km, km/s."""

    azimuth_deg: Floats
    elevation_deg: Floats
    range_km: Floats
    range_rate_km_s: Floats


def sidereal_rad(jd: float, seconds: Floats) -> Floats:
    """Return Greenwich mean sidereal time (IAU 1982) in radians, ``seconds`` after a Julian date in UTC.

    The formula's rate is taken at the date itself, good to a microradian over years.
    """
    centuries = (jd - 2451545.0) / 36525.0
    day_s = 67310.54841 + ((-6.2e-6 * centuries + 0.093104) * centuries + 8640184.812866 + 3155760000.0) * centuries
    return np.asarray(math.radians((day_s / 240.0) % 360.0) + (SIDEREAL_RAD_S + 1.4e-15 * centuries) * seconds)


class Horizon:
    """A site's own axes as the Earth turns, in TEME, at given times."""

    def __init__(self, site: Site, jd: float, seconds: Floats) -> None:
        latitude = math.radians(site.latitude_deg)
        sine, cosine = math.sin(latitude), math.cos(latitude)
        curve = EQUATOR_KM / math.sqrt(1 - FLATTENING * (2 - FLATTENING) * sine * sine)
        height = site.height_m / 1000
        theta = sidereal_rad(jd, seconds) + math.radians(site.longitude_deg)
        self.sin, self.cos = np.sin(theta), np.cos(theta)
        self.sin_latitude, self.cos_latitude = sine, cosine
        self.axis_km = (curve + height) * cosine
        self.z_km = (curve * (1 - FLATTENING) ** 2 + height) * sine

    def relative(self, position: Floats, velocity: Floats) -> tuple[Floats, ...]:
        """Return x, y, z and their rates relative to the site, from TEME position and velocity (..., 3)."""
        x = position[..., 0] - self.axis_km * self.cos
        y = position[..., 1] - self.axis_km * self.sin
        z = position[..., 2] - self.z_km
        vx = velocity[..., 0] + SIDEREAL_RAD_S * self.axis_km * self.sin
        vy = velocity[..., 1] - SIDEREAL_RAD_S * self.axis_km * self.cos
        return x, y, z, vx, vy, velocity[..., 2]

    def rise(self, position: Floats, velocity: Floats) -> tuple[Floats, Floats]:
        """Return the sine of the elevation, and its rate a second."""
        x, y, z, vx, vy, vz = self.relative(position, velocity)
        distance = np.sqrt(x * x + y * y + z * z)
        outward = x * self.cos + y * self.sin
        up = self.cos_latitude * outward + self.sin_latitude * z
        turning = SIDEREAL_RAD_S * (y * self.cos - x * self.sin)
        up_rate = self.cos_latitude * (vx * self.cos + vy * self.sin + turning) + self.sin_latitude * vz
        range_rate = (x * vx + y * vy + z * vz) / distance
        return up / distance, (up_rate - up * range_rate / distance) / distance

    def range_rate(self, position: Floats, velocity: Floats) -> Floats:
        """Return the range rate, km/s."""
        x, y, z, vx, vy, vz = self.relative(position, velocity)
        return np.asarray((x * vx + y * vy + z * vz) / np.sqrt(x * x + y * y + z * z))

    def look(self, position: Floats, velocity: Floats) -> Look:
        """Return azimuth, elevation, range and range rate."""
        x, y, z, vx, vy, vz = self.relative(position, velocity)
        distance = np.sqrt(x * x + y * y + z * z)
        outward = x * self.cos + y * self.sin
        east = y * self.cos - x * self.sin
        north = self.cos_latitude * z - self.sin_latitude * outward
        up = self.cos_latitude * outward + self.sin_latitude * z
        return Look(
            np.degrees(np.arctan2(east, north)) % 360.0,
            np.degrees(np.arcsin(np.clip(up / distance, -1, 1))),
            distance,
            (x * vx + y * vy + z * vz) / distance,
        )


class Sighted:
    """What is seen of moving things from a site: kinds say where they are at some times, the looks are the same for all."""

    def at(self, seconds: Floats) -> tuple[Horizon, Floats, Floats]:
        """Return the horizon, TEME positions and velocities at times."""
        raise NotImplementedError

    def rise(self, seconds: Floats) -> tuple[Floats, Floats]:
        """Return the sine of the elevation and its rate."""
        horizon, position, velocity = self.at(seconds)
        return horizon.rise(position, velocity)

    def range_rate(self, seconds: Floats) -> Floats:
        """Return the range rate, km/s."""
        horizon, position, velocity = self.at(seconds)
        return horizon.range_rate(position, velocity)

    def look(self, seconds: Floats) -> Look:
        """Return azimuth, elevation, range, range rate."""
        horizon, position, velocity = self.at(seconds)
        return horizon.look(position, velocity)


def below(jd: float, seconds: Floats, position: Floats) -> tuple[Floats, Floats, Floats]:
    """Return geodetic latitude, longitude (degrees) and height (km) beneath TEME positions (n, 3).

    Latitude by Bowring's formula, good to a metre below 10,000 km.
    """
    theta = sidereal_rad(jd, seconds)
    x, y, z = position[..., 0], position[..., 1], position[..., 2]
    longitude = (np.degrees(np.arctan2(y, x) - theta) + 180) % 360 - 180
    polar = EQUATOR_KM * (1 - FLATTENING)
    first = FLATTENING * (2 - FLATTENING)
    second = first / (1 - first)
    axis = np.hypot(x, y)
    beta = np.arctan2(z * EQUATOR_KM, axis * polar)
    latitude = np.arctan2(z + second * polar * np.sin(beta) ** 3, axis - first * EQUATOR_KM * np.cos(beta) ** 3)
    curve = EQUATOR_KM / np.sqrt(1 - first * np.sin(latitude) ** 2)
    height = axis * np.cos(latitude) + z * np.sin(latitude) - curve * (1 - first * np.sin(latitude) ** 2)
    return np.degrees(latitude), longitude, height
