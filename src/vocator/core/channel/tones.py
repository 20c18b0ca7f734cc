"""Tones of analogue FM: CTCSS frequencies and DCS codes.

Source: the tone tables in common use by makers of FM sets, 50 CTCSS tones (38 of
them in older sets) and 104 DCS codes.  A CTCSS tone is written in hertz with one
decimal (``"103.5"``), a DCS code as three octal digits and ``N`` (normal) or ``I``
(inverted), ``"023N"``.
"""

from bisect import bisect_left

CTCSS_50: tuple[str, ...] = tuple(
    """
    67.0 69.3 71.9 74.4 77.0 79.7 82.5 85.4 88.5 91.5
    94.8 97.4 100.0 103.5 107.2 110.9 114.8 118.8 123.0 127.3
    131.8 136.5 141.3 146.2 151.4 156.7 159.8 162.2 165.5 167.9
    171.3 173.8 177.3 179.9 183.5 186.2 189.9 192.8 196.6 199.5
    203.5 206.5 210.7 218.1 225.7 229.1 233.6 241.8 250.3 254.1
    """.split()
)

_NOT_IN_OLDER_SETS = frozenset(
    """
    69.3 159.8 165.5 171.3 177.3 183.5 189.9 196.6 199.5 206.5 229.1 254.1
    """.split()
)

CTCSS_38: tuple[str, ...] = tuple(tone for tone in CTCSS_50 if tone not in _NOT_IN_OLDER_SETS)

DCS_104: tuple[str, ...] = tuple(
    """
    023 025 026 031 032 036 043 047 051 053 054 065 071
    072 073 074 114 115 116 122 125 131 132 134 143 145
    152 155 156 162 165 172 174 205 212 223 225 226 243
    244 245 246 251 252 255 261 263 265 266 271 274 306
    311 315 325 331 332 343 346 351 356 364 365 371 411
    412 413 423 431 432 445 446 452 454 455 462 464 465
    466 503 506 516 523 526 532 546 565 606 612 624 627
    631 632 654 662 664 703 712 723 731 732 734 743 754
    """.split()
)

DCS_NORMAL: tuple[str, ...] = tuple(code + "N" for code in DCS_104)
DCS_INVERTED: tuple[str, ...] = tuple(code + "I" for code in DCS_104)


def neighbours(tone_hz: float) -> tuple[str, ...]:
    """Return the tones of the list just below and just above ``tone_hz`` (hertz)."""
    values = [float(tone) for tone in CTCSS_50]
    at = bisect_left(values, tone_hz)
    return CTCSS_50[max(0, at - 1) : at + 1]


def nearest_codes(digits: str) -> tuple[str, ...]:
    """Return the DCS codes whose numbers stand nearest to ``digits`` in the list."""
    at = bisect_left(DCS_104, digits)
    return DCS_104[max(0, at - 1) : at + 1]
