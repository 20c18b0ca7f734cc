"""The connection to the store, where there is none."""

from typing import Any


def let_go(session: Any) -> None:
    """Do nothing: a device waits for nobody."""
