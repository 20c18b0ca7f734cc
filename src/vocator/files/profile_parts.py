"""Parts of a profile that several fields of its file come to: tone lists, slot names, inserted entries, the shift table."""

from functools import cache
from pathlib import Path

from vocator.core.channel.tones import CTCSS_38, CTCSS_50, DCS_104, DCS_INVERTED, DCS_NORMAL
from vocator.core.radio.profile import (
    CommonGround,
    Entry,
    ShiftRule,
)
from vocator.files.profile_schema import CommonFile, SlotsFile
from vocator.files.strict_yaml import load_yaml

PROFILES = Path(__file__).parent.parent / "data" / "profiles"

_PAIRS = tuple(code for pair in zip(DCS_NORMAL, DCS_INVERTED, strict=True) for code in pair)

TONES: dict[str, tuple[tuple[str, ...], tuple[str, ...]]] = {
    "ctcss50": (CTCSS_50, CTCSS_50),
    "ctcss38": (CTCSS_38, CTCSS_38),
    "off_ctcss50": (("OFF", *CTCSS_50), ("none", *CTCSS_50)),
    "Off_ctcss50": (("Off", *CTCSS_50), ("none", *CTCSS_50)),
    "Off_dcs_ni": (("Off", *DCS_NORMAL, *DCS_INVERTED), ("none", *DCS_NORMAL, *DCS_INVERTED)),
    "dcs_bare": (DCS_104, DCS_NORMAL),
    "dcs_n": (DCS_NORMAL, DCS_NORMAL),
    "off_dcs_n": (("OFF", *DCS_NORMAL), ("none", *DCS_NORMAL)),
    "dcs_pairs": (_PAIRS, _PAIRS),
    "off_dcs_ni": (("OFF", *DCS_NORMAL, *DCS_INVERTED), ("none", *DCS_NORMAL, *DCS_INVERTED)),
}


def common(given: CommonFile) -> CommonGround:
    """Return the common ground in milliseconds and signs."""
    tap, hold, message, letter = (round(s * 1000) for s in (given.tap_s, given.hold_s, given.message_s, given.letter_s))
    return CommonGround(tap, hold, message, letter, given.error, given.open, given.coarse, given.assigned)


def slot_names(given: SlotsFile) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Return how the radio and how the command line write each slot."""
    if given.groups:
        each = given.count // given.groups
        names = [f"{given.prefix}{g}-{n:0{given.digits}d}" for g in range(given.groups) for n in range(1, each + 1)]
        return tuple(names), tuple(names)
    numbers = range(given.first, given.first + given.count)
    texts = [f"{n:0{given.digits}d}" for n in numbers]
    texts[-1] = given.last or texts[-1]
    call = [given.call] if given.call else []
    return (*texts, *call), (*(str(n) for n in numbers), *call)


def inserted(entries: list[Entry], number: str, name: str, digits: int) -> tuple[Entry, ...]:
    """Insert an entry; every number from it up is one higher."""
    moved = []
    for entry in entries:
        if entry.number == number:
            moved.append(Entry(name, number))
        if entry.number >= number:
            higher = f"{int(entry.number) + 1:0{digits}d}"
            same = entry.name == entry.number
            entry = Entry(higher if same else entry.name, higher, entry.setting, entry.screen, entry.mode)
        moved.append(entry)
    return tuple(moved)


@cache
def shift_table(region: str) -> tuple[ShiftRule, ...]:
    """Return the automatic shift table of a region."""
    data = load_yaml(PROFILES / "common.yaml").data["auto_shift"][region]
    return tuple(ShiftRule(r["low_hz"], r["high_hz"], r["shift"], r["offset_hz"]) for r in data)
