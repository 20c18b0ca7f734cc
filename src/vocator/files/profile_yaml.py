"""Profiles: from YAML to the frozen classes of ``core.radio.profile``.

Strict: unknown, missing, mistyped and duplicate keys and names that lead nowhere are
all reported at once, each with file, line and path.
"""

from dataclasses import replace
from functools import cache
from typing import Any

from pydantic import TypeAdapter, ValidationError

from vocator.core.radio.domain import Choices, Domain
from vocator.core.radio.ground import Firmware, VfoBand
from vocator.core.radio.profile import IconRule, Means, Profile, Setting
from vocator.core.radio.register import EDITORS
from vocator.files.data_problems import DataFileError, Problem
from vocator.files.profile_names import Names
from vocator.files.profile_parts import PROFILES, bank_names, common, shift_table, slot_names
from vocator.files.profile_schema import ProfileFile, SettingFile
from vocator.files.profile_screens import ScreenBuilder
from vocator.files.profile_sound import unsound
from vocator.files.screen_schema import SCREEN_FILES, AnyScreenFile, ScreenFile
from vocator.files.strict_yaml import Located, load_yaml, read_yaml

SCREENS: TypeAdapter[AnyScreenFile] = TypeAdapter(ScreenFile)


def model_names() -> list[str]:
    """Return the models that ship, in alphabetical order."""
    return sorted(p.stem for p in PROFILES.glob("*.yaml") if p.stem != "common")


@cache
def load_profile(model: str, firmware: str | None = None, region: str = "r2") -> Profile:
    """Return a shipped profile for one firmware (None: the first) and region.

    Raises KeyError for a model, firmware or region that does not exist, DataFileError
    for a broken file.
    """
    if model not in model_names():
        raise KeyError(f"model {model!r}; allowed: {', '.join(model_names())}")
    return build(load_yaml(PROFILES / f"{model}.yaml"), firmware, region)


def check_text(text: str, file: str) -> list[Problem]:
    """Return every problem of a profile file, none for a good one."""
    try:
        build(read_yaml(text, file), None, "r2")
    except DataFileError as error:
        return error.problems
    return []


def build(located: Located, firmware: str | None, region: str) -> Profile:
    """Make a profile of read YAML; raises DataFileError with all problems, KeyError for firmware or region."""
    try:
        given = ProfileFile.model_validate(located.data)
    except ValidationError as error:
        raise DataFileError([_problem(located, e) for e in error.errors()]) from error
    builder = _Builder(located, given)
    for path, text in unsound(given):
        builder.wrong(path, text)
    if builder.problems:
        raise DataFileError(builder.problems)
    profile = builder.profile(firmware, region)
    if builder.problems:
        raise DataFileError(builder.problems)
    return profile


class Rebuilder:
    """Makes profiles that differ from one in a single screen, without reading the rest of it again."""

    def __init__(self, located: Located) -> None:
        self.given = ProfileFile.model_validate(located.data)
        self.profile = build(located, None, "r2")

    def with_screen(self, located: Located, name: str) -> Profile:
        """Return the profile with another screen of a name, as the data has it; raises DataFileError."""
        try:
            screen = SCREENS.validate_python(located.data["screens"][name])
        except ValidationError as error:
            raise DataFileError(
                [_problem(located, {**e, "loc": ("screens", name, *e["loc"])}) for e in error.errors()]
            ) from error
        given = self.given.model_copy(update={"screens": {**self.given.screens, name: screen}})
        builder = _Builder(located, given)
        made = builder.screen(name, screen, given.firmwares[0])
        for path, text in unsound(given):
            builder.wrong(path, text)
        if builder.problems:
            raise DataFileError(builder.problems)
        at = self.profile.screen(name)
        return replace(self.profile, screens=(*self.profile.screens[:at], made, *self.profile.screens[at + 1 :]))


def _problem(located: Located, error: Any) -> Problem:
    path = tuple(p for p in error["loc"] if p not in ("[key]",))
    kind = ""
    if path[:1] == ("screens",) and len(path) > 2 and path[2] in SCREEN_FILES:
        kind, path = str(path[2]), (*path[:2], *path[3:])  # a union names the kind that it took
    if error["type"] in ("union_tag_invalid", "union_tag_not_found"):
        given = error["input"].get("kind") if isinstance(error["input"], dict) else None
        said = f"{given!r} is no kind of screen" if given is not None else "missing"
        return located.problem((*path, "kind"), f"{said}; allowed: {', '.join(SCREEN_FILES)}")
    if error["type"] == "extra_forbidden" and kind and len(path) == 3:
        on = [k for k, model in SCREEN_FILES.items() if path[2] in model.model_fields]
        if on:
            return located.problem(path, f"means nothing on a screen of kind {kind}; it stands on: {', '.join(on)}")
    words = {"extra_forbidden": "unknown key; take it out", "missing": "missing; add it"}
    return located.problem(path, words.get(error["type"], f"{error['msg']} (found {error['input']!r})"))


class _Builder(ScreenBuilder):
    """Turns the file's models into core classes, collecting problems on the way."""

    def profile(self, firmware: str | None, region: str) -> Profile:
        given = self.given
        firmwares = {f.name: f for f in given.firmwares}
        name = firmware or given.firmwares[0].name
        if name not in firmwares:
            raise KeyError(f"firmware {name!r}; allowed: {', '.join(firmwares)}")
        if region not in given.transmit_hz:
            raise KeyError(f"region {region!r}; allowed: {', '.join(given.transmit_hz)}")
        for screen in ("vfo", "memory", "value"):
            if screen not in given.screens:
                self.wrong(("screens",), f"screen {screen!r} is missing; every radio has one")
        banks = bank_names(given.slots)
        return Profile(
            given.model,
            given.name,
            given.kind,
            name,
            region,
            tuple(given.receive_hz),
            tuple(given.transmit_hz[region]),
            tuple(VfoBand(b.name, b.low_hz, b.high_hz, tuple(b.new_hz), b.auto_step_hz) for b in given.bands),
            tuple(given.units.names),
            given.units.word,
            self._unit_bands(),
            self._unit_of(),
            given.units.hears,
            self._puts(("units",), "hears_when", given.units.hears_when),
            given.slots.first,
            *self._slots(),
            given.slots.digits,
            given.slots.count if given.slots.call else -1,
            given.slots.count // len(banks) if banks else 0,
            banks,
            tuple(given.keys),
            tuple(given.touches),
            tuple(given.dials) or ("UP/DOWN",),
            tuple(given.turn_keys.items()),
            tuple(given.free_keys),
            tuple(self._setting(n, s) for n, s in given.settings.items()),
            tuple(self.screen(n, s, firmwares[name]) for n, s in given.screens.items()),
            self._icons(),
            shift_table(region) if given.auto_shift else (),
            given.labels.length if given.labels else 0,
            given.labels.characters if given.labels else "",
            tuple(Firmware(f.name, f.told_by) for f in given.firmwares),
            given.frequency_format,
            given.edits_slots,
            given.lit_labels,
            given.tune_hz,
            given.weather_hz,
            given.shift_on_click,
            given.burst_key if region == "r1" else "",
            given.shows_sending,
            given.edits_for_now,
            common(given.common),
            {**given.panel.model_dump(), "has_dial": bool(given.dials)},
        )

    def _slots(self) -> tuple[tuple[str, ...], tuple[str, ...]]:
        try:
            return slot_names(self.given.slots)
        except ValueError as error:
            self.wrong(("slots", "pattern"), str(error))
            return ("1",), ("1",)

    # -- settings ----------------------------------------------------------------------

    def _setting(self, name: str, given: SettingFile) -> Setting:
        path: tuple[str | int, ...] = ("settings", name)
        if given.means not in list(Means):
            self.wrong((*path, "means"), f"{given.means!r} is no meaning; allowed: {', '.join(Means)}")
            return Setting(name, Means.OTHER, Choices(("?",), ("?",)), (0,), "set", False)
        domain = self._domain(path, given)
        bands = len(self.given.bands)
        new = given.new if isinstance(given.new, list) else [given.new] * bands
        indices = []
        for text in new:
            index = domain.find_text(text)
            if index is None:
                self.wrong((*path, "new"), f"{text!r} is none of the values")
            indices.append(index or 0)
        return Setting(
            name,
            Means(given.means),
            domain,
            tuple(indices),
            given.scope,
            given.stored,
            given.wraps,
            given.turned,
            given.digits,
            given.digit_hz,
            self._puts(path, "disturbs", given.disturbs),
            self._inner(path, given, domain),
            self._named_setting((*path, "then"), given.then) if given.then else None,
            self._puts(path, "clears", given.clears),
            given.snaps,
            given.by_step,
            self._band(path, given.band) if given.band else -1,
            given.about,
            given.shown,
            self._editor(path, given),
            given.typed,
        )

    def _editor(self, path: tuple[str | int, ...], given: SettingFile) -> str:
        on = self.given.screens.get(given.edited_on)
        if on is None or on.kind not in EDITORS:
            if given.edited_on != "value":
                self.wrong((*path, "edited_on"), f"no screen {given.edited_on!r} of kind value or figures")
            return "value"
        return given.edited_on

    def _band(self, path: tuple[str | int, ...], name: str) -> int:
        names = [b.name for b in self.given.bands]
        if name not in names:
            self.wrong((*path, "band"), f"no band {name!r}; allowed: {', '.join(names)}")
            return -1
        return names.index(name)

    def _inner(self, path: tuple[str | int, ...], given: SettingFile, domain: Domain) -> tuple[tuple[int, int], ...]:
        found = []
        for text, other in given.inner.items():
            index = domain.find_text(text)
            if index is None or other not in self.setting_index:
                self.wrong((*path, "inner", text), "no such value or no such setting")
            found.append((index or 0, self.setting_index.get(other, 0)))
        return tuple(found)

    def _unit_of(self) -> tuple[tuple[str, int], ...]:
        names = self.given.units.names
        found = []
        for key, unit in self.given.units.owns.items():
            if unit not in names:
                self.wrong(("units", "owns", key), f"no {self.given.units.word} {unit!r}")
                continue
            found.append((key, names.index(unit)))
        return tuple(found)

    def _unit_bands(self) -> tuple[int, ...]:
        names = [b.name for b in self.given.bands]
        for name in self.given.units.bands:
            if name not in names:
                self.wrong(("units", "bands"), f"no band {name!r}")
        found = [names.index(n) for n in self.given.units.bands if n in names]
        return tuple(found) or (0,) * len(self.given.units.names)

    # -- screens -----------------------------------------------------------------------

    def _icons(self) -> tuple[IconRule, ...]:
        rules = []
        for i, given in enumerate(self.given.icons):
            facts = {k: v for k, v in given.model_dump(exclude={"icon"}).items() if v is not None}
            if len(facts) != 1:
                self.wrong(("icons", i), "give exactly one fact that lights the icon")
            for fact, value in facts.items():
                wrong = Names(self.given, self._domain).icon_wrong(fact, str(value))
                if wrong:
                    self.wrong(("icons", i, fact), wrong)
                    continue
                rules.append(IconRule(given.icon, fact, value))
        return tuple(rules)
