"""What is worked out of a radio, kept with it; and tuples with one item replaced."""

from collections.abc import Callable
from functools import lru_cache, partial, wraps
from typing import Any, Concatenate, ParamSpec, Protocol, TypeVar


class Keeps(Protocol):
    """Something that results are kept with."""

    kept: dict[Any, Any]


T = TypeVar("T")
P = ParamSpec("P")
M = TypeVar("M", bound=Keeps)
MOST_KEPT = 4_096
"""So many results of one function are kept with a machine."""


def per_machine(make: Callable[Concatenate[M, P], T]) -> Callable[Concatenate[M, P], T]:
    """Keep what a function makes of a machine with that machine: bounded, safe for threads, gone when the machine is."""

    @wraps(make)
    def kept(machine: M, /, *args: P.args, **kwargs: P.kwargs) -> T:
        of = machine.kept.get(make)
        if of is None:
            of = machine.kept.setdefault(make, lru_cache(MOST_KEPT)(partial(make, machine)))
        found: T = of(*args, **kwargs)
        return found

    return kept


def with_item(items: tuple[T, ...], index: int, item: T) -> tuple[T, ...]:
    """Return the tuple with one item replaced."""
    return (*items[:index], item, *items[index + 1 :])
