"""A region pack: where repeaters, simplex and receive-only channels stand, and their habits.

A pack is data (``data/regions``); this module only asks it questions.  All
frequencies in hertz; both ends belong to a range.
"""

from dataclasses import dataclass

from vocator.core.channel.channel import Width

SATELLITE_RASTER_HZ = 2_500


@dataclass(frozen=True, slots=True)
class Span:
    """A range of frequencies with the reason that it stands for; ``raster_hz`` is how far apart its channels stand, 0 for one alone."""

    low_hz: int
    high_hz: int
    why: str = ""
    raster_hz: int = 0

    def __contains__(self, hz: object) -> bool:
        return isinstance(hz, int) and self.low_hz <= hz <= self.high_hz


@dataclass(frozen=True, slots=True)
class RepeaterSegment:
    """Outputs of repeaters and the shifts in use there, the usual one first.

    ``segment``, where given, is what the input may not leave.  ``ask`` says that
    the region uses more than one of the shifts, so that none can be taken unasked.
    """

    outputs: Span
    shifts_hz: tuple[int, ...]
    segment: Span | None
    ask: bool
    why: str

    def possible(self, output_hz: int) -> tuple[int, ...]:
        """Return the shifts whose input stays inside the segment."""
        if self.segment is None:
            return self.shifts_hz
        return tuple(s for s in self.shifts_hz if output_hz + s in self.segment)


@dataclass(frozen=True, slots=True)
class Band:
    """An amateur band by its name."""

    name: str
    span: Span


@dataclass(frozen=True, slots=True)
class BandPlan:
    """A region pack; where repeaters and simplex stand side by side (``mixed``), neither is taken unasked."""

    name: str
    note: str
    rasters_hz: tuple[int, ...]
    bands: tuple[Band, ...]
    repeaters: tuple[RepeaterSegment, ...]
    simplex: tuple[Span, ...]
    calling_hz: tuple[int, ...]
    satellites: tuple[Span, ...]
    receive_only: tuple[Span, ...]
    usual_width: Width = Width.WIDE
    mixed: tuple[Span, ...] = ()

    def band(self, hz: int) -> Band | None:
        """Return the amateur band that holds ``hz``."""
        return next((b for b in self.bands if hz in b.span), None)

    def repeater_segment(self, hz: int) -> RepeaterSegment | None:
        """Return the segment of repeater outputs that holds ``hz``."""
        return next((r for r in self.repeaters if hz in r.outputs), None)

    def mixed_span(self, hz: int) -> Span | None:
        """Return the segment of repeaters and simplex side by side that holds ``hz``; a simplex channel of its own is none."""
        return None if self.simplex_span(hz) else next((s for s in self.mixed if hz in s), None)

    def simplex_span(self, hz: int) -> Span | None:
        """Return the simplex segment that holds ``hz``."""
        return next((s for s in self.simplex if hz in s), None)

    def simplex_channels(self) -> list[int]:
        """Return the simplex channels that the region uses, hertz, the calling frequencies first, then by frequency."""
        found = {
            hz
            for span in self.simplex
            for hz in range(span.low_hz, span.high_hz + 1, span.raster_hz or span.high_hz - span.low_hz + 1)
        }
        return [*self.calling_hz, *sorted(found - set(self.calling_hz))]

    def satellite_span(self, hz: int) -> Span | None:
        """Return the satellite segment that holds ``hz``."""
        return next((s for s in self.satellites if hz in s), None)

    def receive_only_span(self, hz: int) -> Span | None:
        """Return the segment of another service that holds ``hz``."""
        return next((s for s in self.receive_only if hz in s), None)

    def on_raster(self, hz: int) -> bool:
        """Whether ``hz`` stands on one of the rasters in use; Doppler sets use finer places among the satellites."""
        fine = hz % SATELLITE_RASTER_HZ == 0 and self.satellite_span(hz) is not None
        return fine or any(hz % raster == 0 for raster in self.rasters_hz)

    def nearest_on_raster(self, hz: int) -> int:
        """Return the raster frequency that a shortened ``hz`` most likely stands for.

        A listing drops digits, it does not round them: the next raster value above
        within one kHz comes first, else the nearest.
        """
        above = [-(-hz // raster) * raster for raster in self.rasters_hz]
        near = [value for value in above if value - hz < 1000]
        below = [hz // raster * raster for raster in self.rasters_hz]
        return min(near) if near else min([*above, *below], key=lambda value: abs(value - hz))
