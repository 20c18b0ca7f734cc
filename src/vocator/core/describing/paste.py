"""A menu table of a manual, pasted as text: its rows, what each entry may be for, which values it takes.

Columns by tabs, pipes, semicolons, two spaces, or line by line.  Roles and value lists are guesses, to be confirmed.
"""

import re
from dataclasses import dataclass, replace

from vocator.core.radio.profile import Means

MOST_ROWS = 400
MOST_VALUES = 400
RANGE = re.compile(
    r"(?P<low>\d+(?:[.,]\d+)?)\s*(?:to|\.\.|…|–|—|-)\s*(?P<high>\d+(?:[.,]\d+)?)\s*(?P<unit>MHz|kHz)?"
    r"(?:\s*(?:by|in steps of|step|each)\s*(?P<step>\d+(?:[.,]\d+)?)\s*(?P<step_unit>MHz|kHz)?)?",
    re.IGNORECASE,
)
NEW = re.compile(r"(?:new|default|factory|preset)\s*[:=]?\s*(?P<new>[^;,)]+)", re.IGNORECASE)
UNITS = r"[kM]?Hz|m?[Ws]|sec|min"
UNIT = re.compile(rf"(?<=\d)\s*(?:{UNITS})\.?$")
MINUS = str.maketrans({"-": "−", "‒": "−", "–": "−"})


@dataclass(frozen=True, slots=True)
class PastedEntry:
    """A row of a menu: its number and name, what it may be for, its values by the radio's words with what they mean.

    ``tones`` names a list of tones or codes in place of values, ``amounts`` is low, high and step in hertz with decimals.
    ``sure`` False: nothing in the row tells what it is for.  ``digits`` says that a value may be typed with so many,
    ``typed`` what they are then: ``hertz``, ``bare`` or ``number``.  ``code_prefix`` is what stands before each code.
    """

    name: str
    number: str = ""
    means: str = "other"
    values: tuple[tuple[str, str], ...] = ()
    tones: str = ""
    amounts: tuple[int, int, int, int] | None = None
    new: str = ""
    sure: bool = False
    digits: int = 0
    typed: str = ""
    code_prefix: str = ""


WORDS: tuple[tuple[Means, str], ...] = (
    (Means.AUTO_SHIFT, r"a\.?rpt|auto.*(shift|rpt|repeater)|(shift|rpt).*auto|^auto$"),
    (Means.OFFSET, r"offs|ofst|shift (width|amount|freq)|\bgap\b|distance"),
    (Means.SHIFT, r"shift|sft|direction|duplex|\bdup\b|\bsign\b|\brpt\b"),
    (Means.OPEN_CODE, r"(\b(rx|r|in|receive|open)\b|^r[- ]).*(dcs|code)|(dcs|code).*\b(in|rx|receive|open)\b"),
    (
        Means.OPEN_TONE,
        r"(\b(rx|r|in|receive|open|squelch|sql|sq)\b|^r[- ]).*(ct|tone)|(ct|tone).*\b(in|rx|receive|open|sql|sq)\b",
    ),
    (Means.SEND_CODE, r"(\b(tx|t|out|send|sent|transmit)\b|^t[- ]).*(dcs|code)|(dcs|code).*\b(out|tx|send|sent)\b"),
    (Means.SEND_TONE, r"(\b(tx|t|out|send|sent|transmit|enc)\b|^t[- ]).*(ct|tone)|(ct|tone).*\b(out|tx|send|sent|enc)\b"),
    (Means.TONE_USE, r"tone (use|mode|type)|(ct|sql|sig|squelch) ?(type|mode|use)|signal|t[./ ]?(use|mode)"),
    (Means.CODE, r"dcs|code|dtcs"),
    (Means.TONE, r"tone|ctcss|\bct\b|subaud"),
    (Means.DUAL_WATCH, r"dual|both rows"),
    (Means.WATCH, r"watch|pair"),
    (Means.TRANSMIT_ROW, r"(tx|transmit|send).*(row|side|a/?b)"),
    (Means.WIDTH, r"width|wide|narrow|span|w/?n|bandw|dev"),
    (Means.POWER, r"power|watt|pwr|output"),
    (Means.STEP, r"step|grid|raster"),
    (Means.BUSY_LOCK, r"busy|bclo?|\bwait\b|lock ?out"),
    (Means.SQUELCH, r"squelch|sql|hush"),
    (Means.REVERSE, r"reverse|\brev\b"),
    (Means.SHOW, r"show|display|mdf|name.*freq"),
    (Means.BEEP, r"beep|key ?tone"),
    (Means.GROUP, r"group"),
    (Means.RESET, r"reset|factory"),
)
"""What the name of an entry tells, the first that fits."""

MEANINGS: dict[Means, tuple[tuple[str, str], ...]] = {
    Means.SHIFT: (("minus", r"^[−-]|minus|down|^dn$|low"), ("plus", r"^\+|plus|^up$|high"), ("none", r"off|simp|none|^0$|no")),
    Means.TONE_USE: (
        ("send_and_open", r"(tsq|t-?sql?|sql|sq|both|enc.*dec|tx.*rx|open|^ts$|^tt$)"), ("code", r"dcs|code|dtcs|^c$|^d$"),
        ("send", r"enc|tone|^t$|tx|send"), ("none", r"off|none|no"),
    ),
    Means.WIDTH: (("narrow", r"^n|nar|12"), ("wide", r"^w|wide|25|fm")),
    Means.POWER: (("low", r"low|^l|1 ?w|min|half"), ("middle", r"mid|^m|med"), ("high", r"hi|^h|full|max|5 ?w|\d")),
}  # fmt: skip
ON_OFF = {"on": "on", "off": "off", "yes": "on", "no": "off"}


def read_menu(text: str) -> list[PastedEntry]:
    """Return the entries of a pasted menu, in its order; lines without a name are left out.  Never raises."""
    rows = [r for line in text.splitlines()[: MOST_ROWS * 3] if (r := _cells(line))]
    if rows and _is_head(rows[0]):
        rows = rows[1:]
    found: list[PastedEntry] = []
    for cells in rows[:MOST_ROWS]:
        entry = _entry(cells)
        if entry is not None:
            found.append(entry)
    return _apart(found)


def _cells(line: str) -> list[str]:
    line = line.strip().strip("|").replace("`", "").replace("**", "")
    if not line or re.fullmatch(r"[\s|:+=_—–-]+", line):
        return []
    for mark in ("\t", "|", ";"):
        if mark in line and (mark != ";" or "(" not in line):
            return [c.strip() for c in line.split(mark)]
    parts = [c.strip() for c in re.split(r"\s{2,}", line)]
    if len(parts) > 1:
        return parts
    numbered = re.match(r"(\d{1,3})[.):]?\s+(.*)", line)
    head, rest = (numbered[1], numbered[2]) if numbered else ("", line)
    told = re.match(r"([^:(]+?)\s*[:(]\s*(.*)", rest)
    name, values = (told[1], told[2]) if told else (rest, "")
    return [c for c in (head, name.strip(), values.rstrip(")").strip()) if c]


def _is_head(cells: list[str]) -> bool:
    return any(re.fullmatch(r"(no\.?|number|entry|name|item|menu|values?|function|default|new)", c, re.IGNORECASE) for c in cells)


def _entry(cells: list[str]) -> PastedEntry | None:
    number = ""
    if re.fullmatch(r"\d{1,3}[.)]?", cells[0]) and len(cells) > 1:
        number, cells = cells[0].strip(".)"), cells[1:]
    name = cells[0].strip()
    if not name or len(name) > 40:
        return None
    told = [c for c in cells[1:] if c]
    values = max(told, key=_like_values, default="")
    words = " ".join([name, *(c for c in told if c is not values)])
    new = NEW.search(" ; ".join(told))
    given = (
        new["new"].strip() if new else next((c for c in told if c is not values and c and c in re.split(r"\s*,\s*", values)), "")
    )
    typing = TYPED.search(" ; ".join(cells[1:]))
    values = re.split(r";|: (?=[a-z])|\((?!\d)", NEW.sub("", values))[0].strip(" ;,:")
    entry = _with_values(name, number, words, values, given)
    return _typed(entry, typing[0]) if typing else entry


COUNTS = {"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "eight": 8, "nine": 9}
TYPED = re.compile(
    r"\b(?P<count>one|two|three|four|five|six|eight|nine|\d) digits\b.*|\b(digits?|numbers?|\d(, \d)*( and \d)?) chooses?\b.*",
    re.IGNORECASE,
)


def _typed(entry: PastedEntry, told: str) -> PastedEntry:
    """Return an entry whose value may be typed, as its row says."""
    count = TYPED.match(told)
    digits = count["count"] if count else None
    if digits is None:
        numeric = all(t.isdigit() for t, _ in entry.values)
        return replace(entry, digits=1, typed="bare" if numeric else "number") if entry.values else entry
    figures = COUNTS.get(digits.lower(), 0) or int(digits)
    return replace(entry, digits=figures, typed="hertz" if entry.amounts else "bare")


def _like_values(text: str) -> tuple[int, int]:
    lists = re.search(r",|/|" + RANGE.pattern, text, re.IGNORECASE)
    words = re.search(r"\btones?\b|\bcodes?\b", text, re.IGNORECASE)
    return (2 if lists else 1 if words else 0), len(text)


def _with_values(name: str, number: str, words: str, values: str, new: str) -> PastedEntry:
    means = next((m for m, pattern in WORDS if re.search(pattern, words, re.IGNORECASE)), None)
    guess = next((m for m, pattern in WORDS if re.search(pattern, name, re.IGNORECASE)), means)
    role = means or guess or Means.OTHER
    off = next((w for w in ("OFF", "Off") if re.search(rf"\b{w}\b", values)), "")
    lists = _tone_list(off, values)
    if lists and (role in TONED or re.search(r"tone|code|ctcss|dcs", f"{words} {values}", re.IGNORECASE)):
        role = _kind_of(role, "tone" if "ctcss" in lists else "code", off)
        prefix = "D" if re.search(r"\bD023", values) else ""
        return PastedEntry(name, number, str(role), (), lists, None, new or (off or _first_tone(lists)), True, code_prefix=prefix)
    ranged = RANGE.search(values)
    if ranged is not None and ("." in ranged["low"] or ranged["step"] or role in (Means.OFFSET, Means.SQUELCH)):
        return _ranged(name, number, role, ranged, new)
    texts = [t.strip() for t in re.split(r"\s*[,/·]\s*|\s+or\s+", values) if t.strip()][:MOST_VALUES]
    texts = [re.sub(rf"^\d+\s+(?=[^\d\W]|[−+-])(?!(?:{UNITS})\b|sec|min)", "", t) for t in texts]
    unit = UNIT.search(texts[-1]) if len(texts) > 1 else None
    if unit is not None and not any(UNIT.search(t) for t in texts[:-1]):
        texts[-1] = texts[-1][: unit.start()]  # it is said once, for all of them
    texts = list(dict.fromkeys(t.translate(MINUS) if t in ("-", "–", "‒") else t for t in texts if len(t) <= 20))
    role = _by_values(role, texts)
    if role is Means.STEP:
        return _steps(name, number, texts, new)
    pairs = tuple((t, _meaning(role, t)) for t in texts)
    return PastedEntry(name, number, str(role), pairs, "", None, _among(new, texts), role is not Means.OTHER and bool(pairs))


SHOWN_BY: tuple[tuple[Means, str], ...] = (
    (Means.TONE_USE, r"\b(tsq|t-?sql?|enc|sql|dcs|dtcs|tx\.rx)\b.*\b(tone|tsq|t-?sql?|enc|sql|dcs|dtcs|code|off)\b"),
    (Means.SHIFT, r"[−].*\+|\+.*[−]|\bdn\b.*\bup\b|\bup\b.*\bdn\b"),
    (Means.WIDTH, r"\bwide\b.*\bnar|\bnar\w*\b.*\bwide\b|^w n$|^n w$"),
    (Means.POWER, r"\bhi(gh)?\b.*\blow?\b|\blow?\b.*\bhi(gh)?\b|\bh\b.*\bl$|\bfull\b"),
)
"""What the values of an entry tell, where its name does not."""


def _by_values(role: Means, texts: list[str]) -> Means:
    if role not in (Means.OTHER, Means.TONE, Means.CODE):
        return role
    told = " ".join(texts).lower()
    return next((m for m, pattern in SHOWN_BY if re.search(pattern, told)), role)


TONED = (Means.TONE, Means.CODE, Means.SEND_TONE, Means.OPEN_TONE, Means.SEND_CODE, Means.OPEN_CODE, Means.TONE_USE)


def _kind_of(role: Means, kind: str, off: str) -> Means:
    """Return the role with the kind that its list has: a list of codes is no tone."""
    pairs = {Means.TONE: Means.CODE, Means.SEND_TONE: Means.SEND_CODE, Means.OPEN_TONE: Means.OPEN_CODE}
    if kind == "code":
        return pairs.get(role, role if role in pairs.values() else Means.CODE)
    back = {code: tone for tone, code in pairs.items()}
    return back.get(role, role if role in back.values() else Means.TONE)


TONE_ENDS = re.compile(r"\b67[.,]0\s*(?:to|\.\.|…|–|—|-)\s*(254[.,]1|250[.,]3)(?:\s*Hz)?\b")
CODE_ENDS = re.compile(r"\bD?023[NI]?\s*(?:to|\.\.|…|–|—|-)\s*D?754([NI]?)\b")
"""A list written by its first and last value."""


def _tone_list(off: str, values: str) -> str:
    """Return the name of the list of tones, of codes, or of both that values stand for; empty where they stand for none."""
    spread, coded = TONE_ENDS.search(values), CODE_ENDS.findall(values)
    counts = set(re.findall(r"\b(50|38|104)\b(?!\s*k?Hz)", values, re.IGNORECASE))
    tones = "ctcss50" if "50" in counts or (spread and spread[1][:3] == "254") else "ctcss38" if "38" in counts or spread else ""
    if not coded and "104" not in counts:
        return f"{off}_{tones}" if (off, tones) == ("Off", "ctcss50") else f"off_{tones}" if off == "OFF" and tones else tones
    inverted = "I" in coded or bool(re.search(r"\bI\b|invert", values))
    if tones:
        return f"off_{tones}_dcs_{'ni' if inverted else 'n'}" if off == "OFF" else ""
    return {"OFF": "off_dcs_ni", "Off": "Off_dcs_ni"}.get(off, "dcs_pairs") if inverted else "off_dcs_n" if off else "dcs_n"


def _first_tone(lists: str) -> str:
    return "023N" if "dcs" in lists else "67.0"


def _hertz(text: str, unit: str) -> int:
    return round(float(text.replace(",", ".")) * (1_000 if unit.lower() == "khz" else 1_000_000))


def _ranged(name: str, number: str, role: Means, ranged: re.Match[str], new: str) -> PastedEntry:
    low, high, unit = ranged["low"], ranged["high"], ranged["unit"] or "MHz"
    if role is Means.SQUELCH or ("." not in low + high and not ranged["step"] and role is not Means.OFFSET):
        values = tuple((str(n), str(n)) for n in range(int(float(low)), min(int(float(high)), MOST_VALUES) + 1))
        return PastedEntry(
            name, number, str(role), values, "", None, _among(new, [v for v, _ in values]), role is not Means.OTHER
        )
    decimals = max(len(x.partition(".")[2]) for x in (low.replace(",", "."), high.replace(",", ".")))
    step = _hertz(ranged["step"], ranged["step_unit"] or unit) if ranged["step"] else 10 ** max(0, 6 - decimals)
    role = Means.OFFSET if role is Means.OTHER else role
    amounts = (_hertz(low, unit), _hertz(high, unit), step, decimals)
    plain = re.match(r"[\d.,]+", new)
    return PastedEntry(name, number, str(role), (), "", amounts, plain[0] if plain else low, role is Means.OFFSET)


def _steps(name: str, number: str, texts: list[str], new: str) -> PastedEntry:
    pairs = []
    for text in texts:
        figures = re.match(r"\d+(?:[.,]\d+)?", text)
        if figures:
            pairs.append((text, str(round(float(figures[0].replace(",", ".")) * 1_000))))
    return PastedEntry(name, number, str(Means.STEP), tuple(pairs), "", None, _among(new, [t for t, _ in pairs]), bool(pairs))


def _meaning(role: Means, text: str) -> str:
    for meaning, pattern in MEANINGS.get(role, ()):
        if re.search(pattern, text, re.IGNORECASE):
            return meaning
    if text.lower() in ON_OFF:
        return ON_OFF[text.lower()]
    if role is Means.SHOW:
        return "label" if re.search(r"name|label", text, re.IGNORECASE) else "frequency"
    return re.sub(r"\W+", "_", text.lower()).strip("_") or text


def _among(new: str, texts: list[str]) -> str:
    if new in texts:
        return new
    first = new.split()[0] if new.split() else ""
    return first if first in texts else texts[0] if texts else ""


def _apart(entries: list[PastedEntry]) -> list[PastedEntry]:
    """Let each role that a radio has once be the role of one entry: of a second one it is not known."""
    found, used = [], set[str]()
    for entry in entries:
        again = entry.means in used and entry.means not in (str(Means.OTHER), str(Means.OFFSET), str(Means.SHOW))
        used.add(entry.means)
        if again:
            entry = PastedEntry(
                entry.name, entry.number, str(Means.OTHER), entry.values, entry.tones, entry.amounts, entry.new, False
            )
        found.append(entry)
    return found
