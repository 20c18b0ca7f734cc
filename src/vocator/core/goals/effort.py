"""Effort of a sheet: a keystroke-level estimate in seconds.

The operators and the mental preparation follow the keystroke-level model of Card,
Moran and Newell (1980), with slower presses for a radio's small keys in one hand; a
hold adds its own time.  The constants are estimates, meant for comparing ways.
"""

from vocator.core.radio.perform import Tally

TAP_S = 0.45
DIGIT_S = 0.35
CLICK_S = 0.12
TOUCH_S = 0.6
HOLD_EXTRA_S = 0.35
LOOK_S = 1.2


def seconds(tally: Tally, looks: int) -> float:
    """Return the estimated time of what was pressed and looked at, in seconds."""
    presses = tally.taps * TAP_S + tally.digits * DIGIT_S + tally.clicks * CLICK_S + tally.touches * TOUCH_S
    holds = tally.holds * HOLD_EXTRA_S + tally.hold_ms / 1000
    return presses + holds + tally.wait_ms / 1000 + looks * LOOK_S
