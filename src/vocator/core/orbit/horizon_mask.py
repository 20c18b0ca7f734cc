"""What stands on the horizon: the lowest free elevation by azimuth."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from vocator.core.orbit.frames import Floats
from vocator.core.refusal import Refusal


@dataclass(frozen=True, slots=True)
class HorizonMask:
    """Points of azimuth and lowest free elevation in degrees, joined by straight lines across north."""

    points: tuple[tuple[float, float], ...] = ()

    def at(self, azimuth_deg: Floats) -> Floats:
        """Return the lowest free elevation in degrees at azimuths; zero without a mask."""
        if not self.points:
            return np.zeros_like(azimuth_deg)
        azimuths = np.array([a for a, _ in self.points])
        heights = np.array([e for _, e in self.points])
        return np.asarray(np.interp(azimuth_deg, azimuths, heights, period=360.0))

    @property
    def closed(self) -> bool:
        """Whether no sky is left."""
        return bool(self.points) and all(e >= 90 for _, e in self.points)


def mask_of(points: Sequence[Sequence[float]]) -> HorizonMask:
    """Return a mask of points in any order; raises Refusal for what is no azimuth or elevation."""
    for number, (azimuth, elevation) in enumerate(points, 1):
        if not (math.isfinite(azimuth) and 0 <= azimuth <= 360):
            raise Refusal(f"{azimuth:g}", f"mask, point {number}, azimuth", "0 to 360 degrees", "Count from north through east.")
        if not (math.isfinite(elevation) and -5 <= elevation <= 90):
            raise Refusal(f"{elevation:g}", f"mask, point {number}, elevation", "-5 to 90 degrees", "Give what hides the sky.")
    kept: dict[float, float] = {}
    for azimuth, elevation in points:
        key = azimuth % 360
        if key in kept and kept[key] != elevation:
            raise Refusal(
                f"{kept[key]:g} and {elevation:g} at azimuth {key:g}", "mask", "one elevation an azimuth", "Keep the higher one."
            )
        kept[key] = elevation
    return HorizonMask(tuple(sorted(kept.items())))
