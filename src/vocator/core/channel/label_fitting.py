"""Names that fit a label: shortened by rule, unique, and the same on every radio of one length.

The rule: capitals; signs that the label lacks go; then the blanks; then vowels from the end, but never
the first letter of a word; then the longest word's last letters.  Where two would be alike, the last place counts.
"""

from collections.abc import Iterable

VOWELS = frozenset("AEIOU")
COUNTS = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ"


def shorten(name: str, length: int, characters: str | None = None) -> str:
    """Return a name in at most so many places (0: none), of the characters given where there is a choice."""
    if length <= 0:
        return ""
    text = " ".join(name.upper().split())
    if characters is not None:
        text = "".join(c for c in text if c in characters or c == " ")
    if len(text) <= length and (characters is None or " " in characters or " " not in text):
        return text
    words = text.split()
    while words and sum(map(len, words)) > length and (place := _vowel(words)) is not None:
        which, at = place
        words[which] = words[which][:at] + words[which][at + 1 :]
    while sum(map(len, words)) > length:
        longest = max(range(len(words)), key=lambda n: (len(words[n]), -n))
        words[longest] = words[longest][:-1]
    return "".join(words)


def _vowel(words: list[str]) -> tuple[int, int] | None:
    """Return the last vowel that may go: (word, place)."""
    for which in reversed(range(len(words))):
        for at in reversed(range(1, len(words[which]))):
            if words[which][at] in VOWELS:
                return which, at
    return None


def fit_names(names: Iterable[str], length: int, characters: str | None = None) -> list[str]:
    """Return the names shortened and made unlike each other, in their order.

    A name that fits as it stands is never changed for one that does not.
    """
    given = list(names)
    short = [shorten(n, length, characters) for n in given]
    if length <= 0:
        return short
    taken: set[str] = set()
    fitted = [""] * len(given)
    whole = [n for n, s in enumerate(short) if s == " ".join(given[n].upper().split())]
    for n in [*whole, *(n for n in range(len(given)) if n not in whole)]:
        name = short[n] or ("X" if characters is None or "X" in characters else characters.strip()[:1])
        fitted[n] = name if name not in taken else _unlike(name, length, taken)
        taken.add(fitted[n])
    return fitted


def _unlike(name: str, length: int, taken: set[str]) -> str:
    for kept in range(min(length - 1, len(name)), -1, -1):
        for mark in _marks(length - kept):
            if (made := name[:kept] + mark) not in taken:
                return made
    raise ValueError(f"no name of {length} places is left for {name}")


def _marks(places: int) -> Iterable[str]:
    return COUNTS if places == 1 else (a + b for a in COUNTS for b in COUNTS)
