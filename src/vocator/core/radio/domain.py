"""The values that a setting can have: a list of words, frequencies in even steps, or a word and then frequencies."""

from dataclasses import dataclass, field
from typing import Protocol

MOST_FIGURES = 15


def is_number(text: str) -> bool:
    """Whether a text is a number in plain figures, 0 to 9, and of a length that some radio could show."""
    return text.isascii() and text.isdecimal() and len(text) <= MOST_FIGURES


class Domain(Protocol):
    """The values of a setting in their printed order, addressed by index."""

    @property
    def count(self) -> int:
        """How many values there are."""

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""

    def meaning(self, index: int) -> str:
        """Return the product's value: a word, a tone, or hertz as digits."""

    def find_text(self, text: str) -> int | None:
        """Return the index of the value that the radio shows as ``text``."""

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of the value that stands for ``meaning``."""


@dataclass(frozen=True, slots=True)
class Choices:
    """A list of values, each with its text and its meaning."""

    texts: tuple[str, ...]
    meanings: tuple[str, ...]
    by_text: dict[str, int] = field(init=False, compare=False, repr=False)
    by_meaning: dict[str, int] = field(init=False, compare=False, repr=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "by_text", {t: i for i, t in reversed(list(enumerate(self.texts)))})
        object.__setattr__(self, "by_meaning", {m: i for i, m in reversed(list(enumerate(self.meanings)))})

    @property
    def count(self) -> int:
        """How many values there are."""
        return len(self.texts)

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""
        return self.texts[index]

    def meaning(self, index: int) -> str:
        """Return the product's value."""
        return self.meanings[index]

    def find_text(self, text: str) -> int | None:
        """Return the index of the value shown as ``text``."""
        return self.by_text.get(text)

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of the value that stands for ``meaning``."""
        return self.by_meaning.get(meaning)


@dataclass(frozen=True, slots=True)
class Amounts:
    """Frequencies in even steps, ``low_hz`` to ``high_hz``.

    Written in MHz with ``decimals`` places, the whole part filled with zeros to ``whole``
    digits; or, with ``bare_digits``, as a bare number of ``unit_hz``, at least so many digits.
    """

    low_hz: int
    high_hz: int
    step_hz: int
    decimals: int
    whole: int = 1
    bare_digits: int = 0
    unit_hz: int = 1000

    @property
    def count(self) -> int:
        """How many values there are."""
        return (self.high_hz - self.low_hz) // self.step_hz + 1

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""
        hz = self.low_hz + index * self.step_hz
        if self.bare_digits:
            return f"{hz // self.unit_hz:0{self.bare_digits}d}"
        mhz, rest = divmod(hz, 1_000_000)
        return f"{mhz:0{self.whole}d}.{rest:06d}"[: -(6 - self.decimals) or None]

    def meaning(self, index: int) -> str:
        """Return hertz as digits."""
        return str(self.low_hz + index * self.step_hz)

    def find_text(self, text: str) -> int | None:
        """Return the index of the value shown as ``text``."""
        if self.bare_digits:
            index = self.find_meaning(str(int(text) * self.unit_hz)) if is_number(text) else None
            return index if index is not None and self.text(index) == text else None
        whole, point, decimals = text.partition(".")
        if not point or not is_number(whole + decimals) or len(decimals) > 6:
            return None
        index = self.find_meaning(str(int(whole + decimals.ljust(6, "0"))))
        return index if index is not None and self.text(index) == text else None

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of an amount in hertz."""
        if not is_number(meaning):
            return None
        index, rest = divmod(int(meaning) - self.low_hz, self.step_hz)
        return index if rest == 0 and 0 <= index < self.count else None


@dataclass(frozen=True, slots=True)
class OrNone:
    """A word for nothing, and then amounts: ``= RX``, or a transmit frequency."""

    word: str
    amounts: Amounts

    @property
    def count(self) -> int:
        """How many values there are."""
        return self.amounts.count + 1

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""
        return self.amounts.text(index - 1) if index else self.word

    def meaning(self, index: int) -> str:
        """Return ``none``, or hertz as digits."""
        return self.amounts.meaning(index - 1) if index else "none"

    def find_text(self, text: str) -> int | None:
        """Return the index of the value shown as ``text``."""
        index = self.amounts.find_text(text)
        return 0 if text == self.word else None if index is None else index + 1

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of an amount in hertz, 0 for ``none``."""
        index = self.amounts.find_meaning(meaning)
        return 0 if meaning == "none" else None if index is None else index + 1
