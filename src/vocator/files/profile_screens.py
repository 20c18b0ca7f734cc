"""Screens of a profile: from the file's models to the core's, collecting problems on the way."""

import re
from dataclasses import fields
from typing import Any

from vocator.core.channel.channel import is_code
from vocator.core.radio.domain import Amounts, Choices, Domain, OrNone
from vocator.core.radio.inputs import TOUCH
from vocator.core.radio.register import BY, STOPPING, verbs_of
from vocator.core.radio.screens import FOUND, QUIET, SCREEN_KINDS, Binding, Entry, Press, Screen
from vocator.core.radio.tables import ALL_VERBS
from vocator.files.data_problems import Problem
from vocator.files.profile_names import Names
from vocator.files.profile_parts import TONES, inserted
from vocator.files.profile_schema import FirmwareFile, ProfileFile, SettingFile
from vocator.files.screen_schema import (
    AnyScreenFile,
    FiguresFile,
    LabelFile,
    ListFile,
    PanelScreenFile,
    PickerFile,
    SearchFile,
    ValueFile,
)
from vocator.files.strict_yaml import Located

NOTHING_LISTED = "—"
"""What shows on a list that nothing is said of yet."""
DOES = re.compile(
    r"(?P<verb>\S+)(?: (?!by \d)(?!in )(?!if \S+=)(?P<arg>.+?))?(?: by (?P<by>[1-9]\d{0,2})(?P<stops> stops)?)?"
    r"(?: in (?P<mode>\S+))?(?: if (?P<only>.+=.+))?"
)
"""What a press does: a verb, what it takes, by how many, in which mode, and where it hangs on a setting."""
SECONDS = r"\d{1,2}(?:\.\d)?"
FIGURES = {"six": 6, "eight": 8, "dotted": 8}


def _frozen(value: Any) -> Any:
    """Return lists and mappings as tuples."""
    return tuple(value) if isinstance(value, list) else tuple(value.items()) if isinstance(value, dict) else value


class ScreenBuilder:
    """Builds the screens of a profile, and what they share with its settings; ``problems`` holds what is wrong."""

    def __init__(self, located: Located, given: ProfileFile) -> None:
        self.located, self.given = located, given
        self.problems: list[Problem] = []
        self.setting_index = {name: i for i, name in enumerate(given.settings)}
        self.pairs = {f"{a}/{b}" for a in given.keys for b in given.keys}

    def wrong(self, path: tuple[str | int, ...], text: str) -> None:
        """Note what is wrong, and where."""
        self.problems.append(self.located.problem(path, text))

    def _domain(self, path: tuple[str | int, ...], given: SettingFile) -> Domain:
        said = [x for x in (given.values, given.tones, given.amounts) if x is not None]
        if len(said) != 1:
            self.wrong(path, "give exactly one of values, tones, amounts")
        if given.tones is not None:
            texts, meanings = TONES[given.tones]
            leads = (given.prefix, given.code_prefix + given.prefix)
            return Choices(tuple(leads[is_code(m)] + t for t, m in zip(texts, meanings, strict=True)), meanings)
        if given.amounts is not None:
            a = given.amounts
            amounts = Amounts(a.low_hz, a.high_hz, a.step_hz, a.decimals, a.whole, a.bare_digits, a.unit_hz)
            return OrNone(a.none, amounts) if a.none else amounts
        values = given.values or {"?": "?"}
        return Choices(tuple(values), tuple(values.values()))

    def _puts(self, path: tuple[str | int, ...], key: str, given: dict[str, str]) -> tuple[tuple[int, int], ...]:
        """Read which settings are put to which values by keeping another."""
        found = []
        for other, text in given.items():
            target = self.given.settings.get(other)
            if target is None:
                self.wrong((*path, key, other), "no such setting")
                continue
            index = self._domain(("settings", other), target).find_text(text)
            if index is None:
                self.wrong((*path, key, other), f"{text!r} is none of its values")
            found.append((self.setting_index[other], index or 0))
        return tuple(found)

    def screen(self, name: str, given: AnyScreenFile, firmware: FirmwareFile) -> Screen:
        """Return a screen."""
        path: tuple[str | int, ...] = ("screens", name)
        binds = tuple(
            b
            for press, does in given.bind.items()
            for one in verbs_of(does)
            if (b := self._binding((*path, "bind", press), name, press, one))
        )
        kind = SCREEN_KINDS[given.kind]
        said = type(given).model_fields
        made = {f.name: _frozen(getattr(given, f.name)) for f in fields(kind) if f.name in said}
        made |= {
            "name": name,
            "bind": binds,
            "quiet_ms": round((given.window_s or given.quiet_s) * 1000),
            "window": bool(given.window_s),
            "quiet": self._quiet(path, given),
            "soft": self._soft(path, given),
        }
        return kind(**{**made, **self._read(path, name, given, firmware)})

    def _read(self, path: tuple[str | int, ...], name: str, given: AnyScreenFile, firmware: FirmwareFile) -> dict[str, Any]:
        """Return what a screen of a kind does not hold as it is written: names looked up, times in milliseconds."""
        labels = self.given.labels
        if isinstance(given, FiguresFile):
            return {"digits": FIGURES[self.given.frequency_format] if given.of == "frequency" else 0}
        if isinstance(given, ListFile):
            return {"entries": self._entries(path, name, given, firmware), "digit_ms": round(given.digit_s * 1000)}
        if isinstance(given, ValueFile):
            return {"setting": self._setting_or_none(path, given.setting)}
        if isinstance(given, PickerFile):
            if given.asks and given.asks not in self.given.screens:
                self.wrong((*path, "asks"), f"no screen {given.asks!r}")
            return {"length": labels.length if labels and given.letters else 0}
        if isinstance(given, LabelFile):
            return {"length": labels.length, "characters": labels.characters} if labels else {}
        if isinstance(given, PanelScreenFile):
            return {"needs": self._needs(path, given.needs)}
        if isinstance(given, SearchFile):
            return {
                "setting": self._setting_or_none(path, given.setting),
                "needs": self._needs(path, given.needs),
                "chain": tuple(self._named_setting((*path, "chain"), n) for n in given.chain),
                "gives": self._gives(path, given),
            }
        return {}

    def _setting_or_none(self, path: tuple[str | int, ...], name: str) -> int | None:
        return self._named_setting((*path, "setting"), name) if name else None

    def _quiet(self, path: tuple[str | int, ...], given: AnyScreenFile) -> str:
        pages = [n for n, s in self.given.screens.items() if s.kind == "page"]
        if given.kind == "rest" and (given.quiet_s or given.window_s) and given.quiet not in pages:
            self.wrong(
                (*path, "quiet"),
                f"a mode stays until it is left; name the page that it goes to when left alone: {', '.join(pages) or 'there is none yet'}",
            )
            return "home"
        if given.quiet not in (*QUIET, *pages):
            self.wrong((*path, "quiet"), f"{given.quiet!r} is neither a page nor one of: {', '.join(QUIET)}")
            return "home"
        return given.quiet

    def _soft(self, path: tuple[str | int, ...], given: AnyScreenFile) -> tuple[tuple[str, str], ...]:
        for key in given.soft:
            if key not in self.given.keys:
                self.wrong((*path, "soft", key), f"{key!r} is no key of this radio; its keys: {', '.join(self.given.keys)}")
        return tuple(given.soft.items())

    def _gives(self, path: tuple[str | int, ...], given: SearchFile) -> tuple[tuple[str, tuple[tuple[int, int], ...]], ...]:
        found: list[tuple[str, tuple[tuple[int, int], ...]]] = []
        for kind, puts in given.gives.items():
            fixed = {name: text for name, text in puts.items() if text != "found"}
            into = tuple((self._named_setting((*path, "gives", kind, n), n), FOUND) for n, t in puts.items() if t == "found")
            found.append((kind, (*into, *self._puts((*path, "gives"), kind, fixed))))
        return tuple(found)

    def _named_setting(self, path: tuple[str | int, ...], name: str) -> int:
        if name not in self.setting_index:
            self.wrong(path, f"no setting {name!r}")
        return self.setting_index.get(name, 0)

    def _needs(self, path: tuple[str | int, ...], given: dict[str, list[str]]) -> tuple[int, tuple[int, ...]] | None:
        for name, texts in given.items():
            setting = self._named_setting((*path, "needs", name), name)
            domain = self._domain(("settings", name), self.given.settings[name]) if name in self.given.settings else None
            for text in texts:
                if domain and domain.find_text(text) is None:
                    self.wrong((*path, "needs", name), f"{name} has no value {text!r}")
            return setting, tuple(i for t in texts if domain and (i := domain.find_text(t)) is not None)
        return None

    def _entries(self, path: tuple[str | int, ...], name: str, given: ListFile, firmware: FirmwareFile) -> tuple[Entry, ...]:
        entries = [] if given.entries else [Entry(NOTHING_LISTED)]
        for i, entry in enumerate(given.entries):
            if entry.opens and entry.opens not in self.given.screens:
                self.wrong((*path, "entries", i, "opens"), f"no screen {entry.opens!r}")
            if entry.sets and entry.sets not in self.setting_index:
                self.wrong((*path, "entries", i, "sets"), f"no setting {entry.sets!r}")
            setting = None if entry.opens or entry.does else self.setting_index.get(entry.sets or entry.name)
            if setting is None and not entry.opens and not entry.does and entry.name not in self.given.scrolled_past:
                self.wrong((*path, "entries", i, "name"), f"{entry.name!r} is neither a setting nor does it open a screen")
            entries.append(Entry(entry.name, entry.number, setting, entry.opens, entry.mode, entry.does, entry.shown))
        if given.through is not None:
            named = {e.number for e in entries}
            width = given.digits
            numbers = [f"{n:0{width}d}" for n in range(given.first, given.through + 1)]
            entries += [Entry(n, n) for n in numbers if n not in named]
            for e in entries:
                if not e.number.isdigit():
                    self.wrong(
                        (*path, "entries"),
                        f"{e.name!r} has no number, and the numbers {given.first} to {given.through} are all here: give it one",
                    )
            entries.sort(key=lambda e: int(e.number) if e.number.isdigit() else 0)
        insert = firmware.insert.get(name)
        return inserted(entries, insert.number, insert.name, given.digits) if insert else tuple(entries)

    def _binding(self, path: tuple[str | int, ...], screen: str, press: str, does: str) -> Binding | None:
        parts = DOES.fullmatch(does)
        verb, arg, mode = (parts["verb"], parts["arg"] or "", parts["mode"] or "") if parts else (does, "", "")
        if parts is None or verb not in ALL_VERBS:
            self.wrong(path, f"no verb {verb!r}; allowed: {', '.join(sorted(ALL_VERBS))}")
            return None
        wrong = Names(self.given, self._domain).misused(screen, verb, arg)
        if wrong:
            self.wrong(path, wrong)
            return None
        if mode and (mode not in self.given.screens or self.given.screens[mode].kind != "rest"):
            self.wrong(path, f"no mode {mode!r}")
            return None
        parsed = self._press(press)
        if parsed is None:
            self.wrong(path, 'no press: write "KEY tap", "KEY hold 1", "DIAL turn", "KEY+KEY tap" or "digits"')
            return None
        if (parts["by"] and verb not in BY) or (parts["stops"] and verb not in STOPPING):
            self.wrong(path, f"{verb} does not go by several; these do: {', '.join(sorted(BY if parts['by'] else STOPPING))}")
            return None
        only = self._puts(path, "if", dict([parts["only"].split("=", 1)])) if parts["only"] else ()
        return Binding(parsed, verb, arg, mode, only[0] if only else None, int(parts["by"] or 1), bool(parts["stops"]))

    def _press(self, text: str) -> Press | None:
        if text == "digits":
            return Press("digits")
        if text == "turn":
            return Press("turn")
        held, plus, rest = text.rpartition("+")
        words = rest.rsplit(" ", 2)
        known = {*self.given.keys, *self.given.dials, *(["PUSH"] if self.given.units.owns else [])}
        if plus and held not in known:
            return None
        if self._touch(rest) is not None:
            name, ms = self._touch(rest) or ("", 0)
            return Press("hold" if ms else "tap", TOUCH + name, ms, held)
        if rest in self.pairs:
            return Press("pair", rest, 0, held)
        if len(words) == 3 and words[1] == "hold" and words[0] in known and re.fullmatch(SECONDS, words[2]):
            return Press("hold", words[0], round(float(words[2]) * 1000), held)
        key, _, kind = rest.rpartition(" ")
        if key not in known or kind not in ("tap", "turn"):
            return None
        return Press(kind, key, 0, held)

    def _touch(self, text: str) -> tuple[str, int] | None:
        """Read ``NAME touch`` or ``NAME touch 1``: a button on the screen; OWN is the open value's own."""
        match = re.fullmatch(rf"(.+) touch(?: ({SECONDS}))?", text)
        if not match or match[1] not in (*self.given.touches, "OWN"):
            return None
        return match[1], round(float(match[2] or 0) * 1000)
