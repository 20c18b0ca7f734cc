"""The one clock of the server: who asks what time it is asks here, so a test can stand at any moment."""

from datetime import UTC, datetime


def utc_now() -> datetime:
    """This moment, aware, in UTC."""
    return datetime.now(UTC)
