"""What a radio cannot show, as a value: whether a slip is named by a sheet is decided by it, never by its words."""

from enum import StrEnum


class Unseen(StrEnum):
    """Something that a slip may change without any display of the sheet telling it."""

    TONE = "tone"
    CODE = "code"
    SHIFT = "shift"
    WIDTH = "width"
    POWER = "power"
    LABEL = "label"
    FREE_KEYS = "free keys"
    REVERSE = "reverse"
    OTHER_SLOT = "other slot"
    OTHER_BAND = "band of another side"


class Limit(str):
    """A sentence among a sheet's limits, with what it says is not seen.  It is a text wherever a text is wanted."""

    of: frozenset[Unseen]

    def __new__(cls, text: str, *of: Unseen) -> "Limit":
        """Make a limit of a sentence and what it is about."""
        made = super().__new__(cls, text)
        made.of = frozenset(of)
        return made
