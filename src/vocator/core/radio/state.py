"""The state of a radio: one flat, hashable, immutable value.

Time enters as durations only; ``idle_ms`` and ``message_ms`` are what is left of
them.  Nothing here decides; ``twin`` does.
"""

from typing import NamedTuple


class Signal(NamedTuple):
    """A signal on the air as one radio hears it, with the tone or code it carries."""

    rx_hz: int
    ctcss: str | None = None
    dcs: str | None = None


class Stored(NamedTuple):
    """What a slot holds.

    ``values`` are the indices of the stored settings, in the profile's order.
    ``split_hz`` is a transmit frequency of its own, which puts the shift out of work.
    ``lit`` says that the slot's label is shown, on radios that mark it slot by slot.
    """

    rx_hz: int
    split_hz: int | None
    values: tuple[int, ...]
    label: str | None = None
    group: int = 0
    lit: bool = False


class State(NamedTuple):
    """All that a radio knows.  Indices refer to the profile's lists."""

    screen: int
    stack: tuple[int, ...]
    unit: int
    modes: tuple[int, ...]
    bands: tuple[int, ...]
    freqs: tuple[int, ...]
    values: tuple[int, ...]
    slots: tuple[Stored | None, ...]
    positions: tuple[int, ...]
    cursors: tuple[int, ...]
    cursor: int = 0
    opened: int = -1
    value: int = 0
    typed: str = ""
    pick: int = 0
    letters: str = ""
    place: int = -1
    group: int = 0
    reverse: bool = False
    last_written: int = -1
    signals: tuple[Signal, ...] = ()
    searched_ms: int = 0
    idle_ms: int = 0
    message: str = ""
    message_ms: int = 0
    coarse: bool = False
    lent: int = -1
    outer: tuple[int, int] | None = None
    free: tuple[int, ...] = ()
    letter_key: str = ""
    letter_taps: int = 0
    forced: tuple[bool, ...] = ()


class Effects(NamedTuple):
    """What the world notices of one action."""

    beeps: tuple[str, ...] = ()
    transmitting_hz: int | None = None


NOTHING = Effects()
LOW = Effects(("low",))
