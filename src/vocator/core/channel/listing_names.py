"""Which words of a listing line are a name, and which are asked about: a word of the trade, or a torn piece of one."""

import re

SAYS_NOTHING = frozenset(
    "squelch sql tones inverted inv normal polarity closed open reverse reversed access required req odd khz hz mhz".split()
)
"""Words of the trade that decide something elsewhere, and here stand alone."""
TRADE = (
    "simplex", "duplex", "minus", "offset", "shift", "repeater", "narrow", "carrier", "digital", "encode", "decode", "squelch",
    "uplink", "downlink", "output", "input", "receive", "transmit", "positive", "negative", "frequency", "power", "unknown",
)  # fmt: skip
SHORTEST_TORN = 4


def looks_like_a_name(word: str) -> bool:
    """Whether a word that nothing else explains may be a channel's name without asking."""
    if len(word) < 2 or word.lower() in (*SAYS_NOTHING, *TRADE) or meant(word) is not None:
        return False
    return bool(re.fullmatch(r"[A-Za-z][A-Za-z0-9\-/'+_.]*|\d{1,2}[A-Za-z][A-Za-z0-9\-]+", word)) and not re.search(
        r"\d\.\d", word
    )


def meant(word: str) -> str | None:
    """Return the word of the trade that a word is a torn or misspelt form of, None where it is none.

    Misspelt is one letter too many, one too few, or two changed round; another letter is not taken for it,
    since names are (a tower is no power).
    """
    small = word.lower()
    for one in TRADE:
        if small != one and ((one.startswith(small) and len(small) >= SHORTEST_TORN) or _one_slip(small, one)):
            return one
    return None


def _one_slip(word: str, right: str) -> bool:
    if abs(len(word) - len(right)) > 1 or len(right) < 5:
        return False
    if len(word) == len(right):
        return any(
            right[:n] + right[n + 1] + right[n] + right[n + 2 :] == word
            for n in range(len(right) - 1)
            if right[n] != right[n + 1]
        )
    longer, shorter = (word, right) if len(word) > len(right) else (right, word)
    return any(longer[:n] + longer[n + 1 :] == shorter for n in range(len(longer)))
