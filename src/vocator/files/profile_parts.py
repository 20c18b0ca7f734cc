"""Parts of a profile that several fields of its file come to: tone lists, slot names, inserted entries, the shift table."""

import re
from dataclasses import replace
from functools import cache
from pathlib import Path

from vocator.core.channel.tones import CTCSS_38, CTCSS_50, DCS_104, DCS_INVERTED, DCS_NORMAL
from vocator.core.radio.ground import CommonGround, ShiftRule
from vocator.core.radio.screens import Entry
from vocator.files.profile_schema import CommonFile, SlotsFile
from vocator.files.strict_yaml import load_yaml

PROFILES = Path(__file__).parent.parent / "data" / "profiles"

_PAIRS = tuple(code for pair in zip(DCS_NORMAL, DCS_INVERTED, strict=True) for code in pair)

_LISTS: dict[str, tuple[tuple[str, ...], tuple[str, ...]]] = {
    "ctcss50": (CTCSS_50, CTCSS_50),
    "ctcss38": (CTCSS_38, CTCSS_38),
    "off_ctcss38": (("OFF", *CTCSS_38), ("none", *CTCSS_38)),
    "off_ctcss50": (("OFF", *CTCSS_50), ("none", *CTCSS_50)),
    "Off_ctcss50": (("Off", *CTCSS_50), ("none", *CTCSS_50)),
    "Off_dcs_ni": (("Off", *DCS_NORMAL, *DCS_INVERTED), ("none", *DCS_NORMAL, *DCS_INVERTED)),
    "dcs_bare": (DCS_104, DCS_NORMAL),
    "dcs_n": (DCS_NORMAL, DCS_NORMAL),
    "off_dcs_n": (("OFF", *DCS_NORMAL), ("none", *DCS_NORMAL)),
    "dcs_pairs": (_PAIRS, _PAIRS),
    "off_dcs_ni": (("OFF", *DCS_NORMAL, *DCS_INVERTED), ("none", *DCS_NORMAL, *DCS_INVERTED)),
}
_CODES: dict[str, tuple[str, ...]] = {"dcs_n": DCS_NORMAL, "dcs_ni": (*DCS_NORMAL, *DCS_INVERTED), "dcs_pairs": _PAIRS}
TONES = _LISTS | {
    f"{tones}_{codes}": (_LISTS[tones][0] + own, _LISTS[tones][1] + own)
    for tones in ("off_ctcss50", "off_ctcss38")
    for codes, own in _CODES.items()
}
"""Lists of tones, of codes, and of tones with codes after them: what the radio shows, and what it stands for."""


def common(given: CommonFile) -> CommonGround:
    """Return the common ground in milliseconds and signs."""
    tap, hold, message, letter = (round(s * 1000) for s in (given.tap_s, given.hold_s, given.message_s, given.letter_s))
    return CommonGround(tap, hold, message, letter, given.error, given.open, given.coarse, given.assigned)


def slot_names(given: SlotsFile) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Return how the radio and how the command line write each slot; raises ValueError for a pattern that says nothing."""
    banks = bank_names(given)
    call = [given.call] if given.call else []
    if banks:
        numbers = range(given.first, given.first + given.count // len(banks))
        names = [written(given, bank, n) for bank in banks for n in numbers]
        return (*names, *call), (*names, *call)
    numbers = range(given.first, given.first + given.count)
    texts = [written(given, "", n) for n in numbers]
    texts[-1] = given.last or texts[-1]
    return (*texts, *call), (*(str(n) for n in numbers), *call)


def bank_names(given: SlotsFile) -> tuple[str, ...]:
    """Return the names of the banks or groups of slots, none where slots are numbered through."""
    return tuple(given.banks) or tuple(f"{given.prefix}{g}" for g in range(given.groups))


def written(given: SlotsFile, bank: str, number: int) -> str:
    """Write a slot by its pattern: ``{bank}`` and ``{n}``, ``{n:02}`` with zeros; raises ValueError."""
    pattern = given.pattern or ("{bank}-{n}" if bank else "{n}")
    if "{n" not in pattern or (bank and "{bank" not in pattern):
        raise ValueError("a pattern holds {n}, and {bank} where there are banks")

    def part(found: re.Match[str]) -> str:
        if found[1] == "bank":
            return bank
        return f"{number:0{int(found[2]) if found[2] else given.digits if not given.pattern else 1}d}"

    return re.sub(r"\{(bank|n)(?::0?(\d))?\}", part, pattern)


def inserted(entries: list[Entry], number: str, name: str, digits: int) -> tuple[Entry, ...]:
    """Insert an entry; every number from it up is one higher."""
    moved = []
    for entry in entries:
        if entry.number == number:
            moved.append(Entry(name, number))
        if entry.number >= number:
            higher = f"{int(entry.number) + 1:0{digits}d}"
            same = entry.name == entry.number
            entry = replace(entry, name=higher if same else entry.name, number=higher)
        moved.append(entry)
    return tuple(moved)


@cache
def shift_table(region: str) -> tuple[ShiftRule, ...]:
    """Return the automatic shift table of a region."""
    data = load_yaml(PROFILES / "common.yaml").data["auto_shift"][region]
    return tuple(ShiftRule(r["low_hz"], r["high_hz"], r["shift"], r["offset_hz"]) for r in data)
