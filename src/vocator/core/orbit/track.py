"""Where satellites are between the moments of a coarse grid, so that a search need not ask SGP4 each time.

Between two samples the position follows the polynomial of fifth degree that has their positions,
velocities and accelerations (of the Earth's main field and its flattening).  It is good to some
tens of metres, which is milliseconds of time; what is found on it is set right by SGP4 itself.
"""

import numpy as np
from numpy.typing import NDArray

from vocator.core.orbit.elements import GRAVITY_KM3_S2
from vocator.core.orbit.frames import EQUATOR_KM, Floats, Horizon, Sighted
from vocator.core.orbit.site import Site

FLATTENING_J2 = 1.08263e-3

Owners = NDArray[np.intp]


class Track:
    """Several satellites over one site on a common, even grid of seconds after a Julian date."""

    def __init__(self, site: Site, jd: float, seconds: Floats, position: Floats, velocity: Floats) -> None:
        self.site, self.jd = site, jd
        self.first, self.step = float(seconds[0]), float(seconds[1] - seconds[0])
        self.last = len(seconds) - 2
        self.position, self.velocity = position, velocity

    def pieces(self, owner: Owners, seconds: Floats) -> "Pieces":
        """Return the piece of the grid about each of some times, one a satellite named by ``owner``."""
        k = np.clip(((seconds - self.first) / self.step).astype(np.intp), 0, self.last)
        h = self.step
        start, end = (self.position[owner, at].T.copy() for at in (k, k + 1))
        begins, ends = (self.velocity[owner, at].T * h for at in (k, k + 1))
        pull, pulled = (_acceleration(x) * (h * h) for x in (start, end))
        rest = end - start - begins - pull / 2
        turn, bend = ends - begins - pull, pulled - pull
        c3, c4, c5 = 10 * rest - 4 * turn + bend / 2, -15 * rest + 7 * turn - bend, 6 * rest - 3 * turn + bend / 2
        return Pieces(self, (start, begins, pull / 2, c3, c4, c5), np.asarray(self.first + k * h, float))


class Pieces(Sighted):
    """One piece of track for each of several searches, asked at times near it."""

    def __init__(self, track: Track, terms: tuple[Floats, ...], start: Floats) -> None:
        self.track, self.terms, self.start = track, terms, start
        self.slopes = tuple(term * (power / track.step) for power, term in enumerate(terms) if power)

    def at(self, seconds: Floats) -> tuple[Horizon, Floats, Floats]:
        """Return the horizon, positions and velocities, each at a time of its own."""
        u = (seconds - self.start) / self.track.step
        position, velocity = _polynomial(self.terms, u), _polynomial(self.slopes, u)
        return Horizon(self.track.site, self.track.jd, seconds), position.T, velocity.T


def _polynomial(terms: tuple[Floats, ...], u: Floats) -> Floats:
    """Return the polynomials (3, n) with these terms, the lowest first, at ``u``, by Horner's scheme."""
    *lower, value = terms
    value = value * u
    for term in reversed(lower[1:]):
        value += term
        value *= u
    value += lower[0]
    return value


def _acceleration(position: Floats) -> Floats:
    """Return the acceleration of the main field and the flattening at positions (3, n), km/s2 (Vallado, chapter 8)."""
    squared = np.sum(position * position, axis=0)
    main = -GRAVITY_KM3_S2 / (squared * np.sqrt(squared))
    flat = 1.5 * FLATTENING_J2 * EQUATOR_KM**2 / squared
    height = 5 * position[2] ** 2 / squared
    shape = np.array([[1.0], [1.0], [3.0]])
    return np.asarray(position * main * (1 + flat * (shape - height)))
