"""Moments that come in from outside: with a zone, turned into UTC, within the years that anything here is good for."""

from datetime import UTC, datetime, timedelta

EARLIEST = datetime(2000, 1, 1, tzinfo=UTC)
LATEST = datetime(2100, 1, 1, tzinfo=UTC)
MOST_AHEAD = timedelta(days=1)


def instant(at: datetime, earliest: datetime = EARLIEST) -> datetime:
    """Return a moment in UTC; raises ValueError for one without a zone, or before 2000 (or another year) or from 2100 on."""
    if at.tzinfo is None or at.utcoffset() is None:
        raise ValueError(f"{at.isoformat()} tells no zone; add Z for UTC, or an offset like -03:30")
    try:
        moment = at.astimezone(UTC)
    except OverflowError:
        moment = None
    if moment is None or not earliest <= moment < LATEST:
        raise ValueError(f"{at.isoformat()} is no date to work with; allowed: from {earliest.year} to {LATEST.year - 1}")
    return moment


def instant_from(text: str, earliest: datetime = EARLIEST) -> datetime:
    """Read a moment in ISO 8601, UTC where no zone stands; raises ValueError as ``instant`` does, and for anything else."""
    at = datetime.fromisoformat(text.strip().replace("Z", "+00:00"))
    return instant(at if at.tzinfo else at.replace(tzinfo=UTC), earliest)


def stamped(at: datetime, now: datetime) -> tuple[datetime, str | None]:
    """Return when something was done whose stamp says ``at``, and what to tell whoever's clock is wrong.

    A stamp of no possible date, or more than a day ahead of our own clock, counts as now: what was done is not lost for it.
    """
    try:
        moment = instant(at)
    except ValueError:
        moment = None
    if moment is not None and moment - now <= MOST_AHEAD:
        return moment, None
    return (
        now,
        f"your clock says {at.year:04}-{at:%m-%d %H:%M}; this was kept with the server's time. Set the clock of this device.",
    )
