"""What an element file held: the sets that can be used, and the rest with reasons."""

from dataclasses import dataclass

from vocator.core.orbit.elements import Elements


@dataclass(frozen=True, slots=True)
class Unusable:
    """A set that was not taken: its name where there is one, the line (or record) it stands on, why."""

    name: str
    line: int
    why: str

    def __str__(self) -> str:
        return f"line {self.line}{f' ({self.name})' if self.name else ''}: {self.why}"


@dataclass(frozen=True, slots=True)
class ElementFile:
    """The sets of a file in its order."""

    elements: tuple[Elements, ...]
    unusable: tuple[Unusable, ...] = ()
