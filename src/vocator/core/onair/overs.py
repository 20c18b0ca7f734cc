"""Who else is heard through a simulated satellite, and how clear: times in seconds after the rise, mistuning in hertz."""

import math

CLEAN_HZ, LOST_HZ = 2_500.0, 4_000.0
"""Mistuning of a 15 kHz receiver at 5 kHz deviation: audio begins to suffer, and is lost (study in docs/accuracy.md)."""
OTHERS = ("QZ7LOM", "QZ2RIV", "QZ4TAM", "QZ9FEN", "QZ1OSK")
SQUARES = ("FN25", "GN37", "FN88", "EN82", "GO10")


def clarity(off_hz: float) -> float:
    """Return how clear a signal is, 1 to 0, for so much mistuning."""
    return float(min(max((LOST_HZ - abs(off_hz)) / (LOST_HZ - CLEAN_HZ), 0.0), 1.0))


def talking(at_s: float) -> tuple[str, str] | None:
    """Return who else is talking, call sign and square, None in a gap: a round of 17 s overs with gaps of 8 s."""
    turn, into = divmod(at_s, 25.0)
    if at_s < 0 or into >= 17.0:
        return None
    return OTHERS[int(turn) % len(OTHERS)], SQUARES[int(turn) % len(SQUARES)]


def stronger(at_s: float) -> bool:
    """Whether the strong station among them has the receiver: every fourth over."""
    return talking(at_s) is not None and math.floor(at_s / 25.0) % 4 == 3
