"""Two-line element sets, in and out, checked before anything is believed."""

import re
from datetime import UTC, datetime, timedelta

from vocator.core.orbit.elements import Elements, faults_of
from vocator.files.elements_file import ElementFile, Unusable

_ALPHA = "ABCDEFGHJKLMNPQRSTUVWXYZ"
_FORM_1 = re.compile(
    r"1 ([ 0-9A-HJ-NP-Z][ 0-9]{4})([UCS ]) ([ 0-9A-Z]{8}) ([ 0-9]{5}\.[0-9]{8}) ([ +-]\.[0-9]{8}) ([ +-][0-9]{5}[+-][0-9]) "
    r"([ +-][0-9]{5}[+-][0-9]) ([0-9 ]) ([ 0-9]{4})([0-9])"
)
_FORM_2 = re.compile(
    r"2 ([ 0-9A-HJ-NP-Z][ 0-9]{4}) ([ 0-9]{3}\.[0-9]{4}) ([ 0-9]{3}\.[0-9]{4}) ([0-9 ]{7}) ([ 0-9]{3}\.[0-9]{4}) "
    r"([ 0-9]{3}\.[0-9]{4}) ([ 0-9]{2}\.[0-9]{8})([ 0-9]{5})([0-9])"
)
_SHAPE_1 = "1 NNNNNC NNNNNAAA NNNNN.NNNNNNNN +.NNNNNNNN +NNNNN-N +NNNNN-N N NNNNN"
_SHAPE_2 = "2 NNNNN NNN.NNNN NNN.NNNN NNNNNNN NNN.NNNN NNN.NNNN NN.NNNNNNNNNNNNNN"


def checksum(line: str) -> int:
    """Return the checksum of the first 68 columns: digits count, a minus counts one, modulo 10."""
    return sum(int(c) if c in "0123456789" else c == "-" for c in line[:68]) % 10


def read_tle(text: str) -> ElementFile:
    """Read sets with or without a name line before them; what cannot be used is told with its line."""
    good: list[Elements] = []
    bad: list[Unusable] = []
    lines = text.splitlines()
    at = 0
    name = ""
    while at < len(lines):
        line = lines[at].rstrip()
        if line.startswith("1 ") and len(line) > 30:
            following = lines[at + 1].rstrip() if at + 1 < len(lines) else ""
            problem, elements = _pair(name, line, following)
            if elements:
                good.append(elements)
            else:
                bad.append(Unusable(name, at + 1, problem))
            at += 2 if following.startswith("2 ") else 1
            name = ""
            continue
        if line.startswith("2 ") and len(line) > 30:
            bad.append(Unusable(name, at + 1, "a second line without its first line before it"))
            name = ""
        elif line.strip() and not line.startswith("#"):
            if name:
                bad.append(Unusable(name, at, "a name without two lines after it"))
            name = line[2:].strip() if line.startswith("0 ") else line.strip()
        at += 1
    if name:
        bad.append(Unusable(name[:60], len(lines), "a name without two lines after it: the file may be cut short"))
    return ElementFile(tuple(good), tuple(bad))


def _pair(name: str, first: str, second: str) -> tuple[str, Elements | None]:
    if not second.startswith("2 "):
        return "the second line is missing: the file may be cut short", None
    for number, line, shape in ((1, first, _SHAPE_1), (2, second, _SHAPE_2)):
        if len(line) != 69:
            return f"line {number} has {len(line)} columns, 69 are needed, like {shape}", None
        stated, computed = line[68], checksum(line)
        if not stated.isdecimal() or not stated.isascii() or int(stated) != computed:
            return f"line {number}: its checksum says {stated}, its columns give {computed}: it was changed on the way", None
    one, two = _FORM_1.fullmatch(first), _FORM_2.fullmatch(second)
    if one is None:
        return f"line 1 is not in the form {_SHAPE_1}", None
    if two is None:
        return f"line 2 is not in the form {_SHAPE_2}", None
    if one[1] != two[1]:
        return f"line 1 is of object {one[1].strip()}, line 2 of {two[1].strip()}", None
    try:
        number = _number(one[1])
        elements = Elements(
            name or str(number), _long_id(one[3]), number, _epoch(one[4]),
            float(two[7]), float("0." + two[4].replace(" ", "0")), float(two[2]), float(two[3]), float(two[5]), float(two[6]),
            _power(one[7]), float(one[5].replace(" ", "")), _power(one[6]),
            one[2].strip() or "U", int(one[8].strip() or 0), int(one[9].strip() or 0), int(two[8].strip() or 0),
        )  # fmt: skip
    except ValueError as error:
        return f"a field is no number: {error}", None
    faults = faults_of(elements)
    return ("; ".join(map(str, faults)), None) if faults else ("", elements)


def _number(text: str) -> int:
    lead = text[0]
    return int(text) if lead in "0123456789" or lead == " " else (_ALPHA.index(lead) + 10) * 10_000 + int(text[1:])


def _long_id(text: str) -> str:
    text = text.strip()
    if not re.fullmatch(r"[0-9]{5}[A-Z]{1,3}", text):
        return text
    year = int(text[:2])
    return f"{1900 + year if year >= 57 else 2000 + year}-{text[2:]}"


def _epoch(text: str) -> datetime:
    """Return an epoch; its eight decimals of a day are whole multiples of 864 microseconds."""
    year, day = int(text[:2].replace(" ", "0")), text[2:].replace(" ", "0")
    days, part = day.split(".")
    if not 1 <= int(days) <= 366:
        raise ValueError(f"day {days} of the year")
    start = datetime(1900 + year if year >= 57 else 2000 + year, 1, 1, tzinfo=UTC)
    return start + timedelta(days=int(days) - 1, microseconds=int(part) * 864)


def _power(text: str) -> float:
    """Return the value of a field with an assumed decimal point: `` 21043-3`` is 0.00021043."""
    return float(f"{text[0].strip()}0.{text[1:6]}e{text[6:]}")


def write_tle(satellites: list[Elements], names: bool = True) -> str:
    """Write sets with a name line before each; values that do not fit are rounded to the printed digits."""
    lines = []
    for e in satellites:
        if names:
            lines.append(e.name)
        lines += lines_of(e)
    return "\n".join(lines) + "\n" if lines else ""


def lines_of(e: Elements) -> tuple[str, str]:
    """Return the two lines; raises ValueError for a catalogue number above 339999."""
    start = datetime(e.epoch_utc.year, 1, 1, tzinfo=UTC)
    units = round((e.epoch_utc - start) / timedelta(microseconds=864))
    days, part = divmod(units, 100_000_000)
    number = _short_number(e.number)
    mean_dot = f"{e.mean_motion_dot:+.8f}".replace("0.", ".", 1).replace("+", " ")
    first = (
        f"1 {number}{e.classification[:1]} {_short_id(e.object_id):<8} {e.epoch_utc.year % 100:02d}{days + 1:03d}.{part:08d} "
        f"{mean_dot} {_from_power(e.mean_motion_ddot)} {_from_power(e.bstar)} {e.ephemeris_type} {e.set_number % 10000:4d}"
    )
    second = (
        f"2 {number} {e.inclination_deg:8.4f} {e.ascending_node_deg % 360:8.4f} {round(e.eccentricity * 1e7):07d} "
        f"{e.perigee_deg % 360:8.4f} {e.mean_anomaly_deg % 360:8.4f} {e.mean_motion_rev_day:11.8f}{e.revolutions % 100000:5d}"
    )
    return first + str(checksum(first)), second + str(checksum(second))


def _short_number(number: int) -> str:
    if number > 339_999:
        raise ValueError(f"catalogue number {number} does not fit a two-line set; write OMM")
    return f"{number:05d}" if number < 100_000 else f"{_ALPHA[number // 10_000 - 10]}{number % 10_000:04d}"


def _short_id(text: str) -> str:
    found = re.fullmatch(r"(\d{4})-(\w{4,6})", text)
    return found[1][2:] + found[2] if found else text[:8]


def _from_power(value: float) -> str:
    if value == 0:
        return " 00000-0"
    mantissa, exponent = f"{abs(value):.4e}".split("e")
    power = int(exponent) + 1
    if not -9 <= power <= 9:
        return " 00000-0"
    return f"{'-' if value < 0 else ' '}{mantissa.replace('.', '')}{power:+d}".replace("+0", "-0")
