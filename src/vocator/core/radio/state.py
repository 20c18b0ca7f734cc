"""The state of a radio: one flat, hashable, immutable value.

Time enters as durations only; ``idle_ms`` and ``message_ms`` are what is left of
them.  Nothing here decides; ``twin`` does.
"""

from typing import Any, NamedTuple

LABEL = -1
"""In place of a setting, among what waits for the end of a dialogue: the label."""
NOTHING_OPENED: tuple[int, int, tuple[int, ...]] = (-1, -1, ())


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
    ``marks`` are the indices of the settings that belong to slots alone, the group left out.
    """

    rx_hz: int
    split_hz: int | None
    values: tuple[int, ...]
    label: str | None = None
    group: int = 0
    lit: bool = False
    marks: tuple[int, ...] = ()


class State(NamedTuple):
    """All that a radio knows.  Indices refer to the profile's lists.

    ``pending`` is what was chosen in a dialogue and waits for its end: values by setting, the label under ``LABEL``.
    ``last`` is what was opened last in a list or by a key: screen, setting, and the screens beneath.
    ``wrote`` is the slot written last, whatever was done since.  ``loans`` holds for each unit what stands in the
    slot shown for the time being.
    """

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
    pending: tuple[tuple[int, int | str], ...] = ()
    last: tuple[int, int, tuple[int, ...]] = NOTHING_OPENED
    wrote: int = -1
    loans: tuple[Stored | None, ...] = ()


_new = tuple.__new__
_PLACES = {name: place for place, name in enumerate(State._fields)}


def _with(self: State, /, **changed: Any) -> State:
    """Return the state with some fields changed, as every named tuple does, in a third of the time: the twin does little else."""
    fields = list(self)
    for name, value in changed.items():
        fields[_PLACES[name]] = value
    return _new(type(self), fields)


State._replace = _with  # type: ignore[method-assign, assignment]


class Effects(NamedTuple):
    """What the world notices of one action."""

    beeps: tuple[str, ...] = ()
    transmitting_hz: int | None = None


NOTHING = Effects()
LOW = Effects(("low",))
