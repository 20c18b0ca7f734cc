"""What a hand or the ether does to a radio, one event at a time."""

from typing import NamedTuple

from vocator.core.radio.state import Signal


class Tap(NamedTuple):
    """A key pressed and let go; digit keys too."""

    key: str


class Hold(NamedTuple):
    """A key kept down."""

    key: str
    ms: int


class Turn(NamedTuple):
    """Clicks of a dial, clockwise positive."""

    dial: str
    clicks: int


class Chord(NamedTuple):
    """Something done while another key is down."""

    held: str
    then: "Tap | Hold | Turn"


class Type(NamedTuple):
    """A text typed on a keyboard on the screen."""

    text: str


class Wait(NamedTuple):
    """Time passes."""

    ms: int


class Hear(NamedTuple):
    """A signal begins, or, with None, all signals end."""

    signal: Signal | None


TOUCH = "touch "
"""What the name of a button on a screen begins with, among the names of keys."""

Input = Tap | Hold | Turn | Chord | Type | Wait | Hear
