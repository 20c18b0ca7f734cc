"""How a value moves under a dial: by its stride, round or to its end, and how many clicks lead from one to another."""

from vocator.core.radio.domain import Amounts
from vocator.core.radio.machine import Machine
from vocator.core.radio.state import State


def moved_place(at: int, n: int, count: int, wraps: bool) -> tuple[int, int]:
    """Return where ``n`` clicks lead, and how many of them did nothing."""
    if wraps:
        return (at + n) % count, 0
    to = min(max(at + n, 0), count - 1)
    return to, abs(at + n - to)


def stride(m: Machine, s: State, setting: int) -> int:
    """Return by how many places a click changes a value."""
    x = m.settings[setting]
    if not x.by_step:
        return 1
    assert isinstance(x.domain, Amounts)
    return m.step_hz(s) // x.domain.step_hz


def moved_value(m: Machine, s: State, setting: int, value: int, n: int) -> tuple[int, int]:
    """Return where ``n`` clicks bring a value, and how many of them did nothing."""
    x = m.settings[setting]
    count, by = x.domain.count, stride(m, s, setting)
    if by == 1 or not x.wraps:
        return moved_place(value, n * by, count, x.wraps)
    places = (count - 1) // by + 1
    if n > 0:
        room = (count - 1 - value) // by
        return (value + n * by if n <= room else (n - room - 1) % places * by), 0
    room = value // by
    return (value + n * by if -n <= room else (places - 1 - (-n - room - 1) % places) * by), 0


def clicks_to(m: Machine, s: State, setting: int, value: int, wanted: int, direction: int) -> int | None:
    """Return how many clicks one way bring a value that goes by the tuning step to another, None for never.

    It is ``moved_value`` turned round, without the turning.
    """
    x = m.settings[setting]
    count, by = x.domain.count, stride(m, s, setting)
    ahead = (wanted - value) * direction
    if ahead >= 0 and ahead % by == 0:
        return ahead // by
    if not x.wraps or wanted % by:
        return None
    places = (count - 1) // by + 1
    if direction > 0:
        return (count - 1 - value) // by + 1 + wanted // by
    return value // by + 1 + places - 1 - wanted // by
