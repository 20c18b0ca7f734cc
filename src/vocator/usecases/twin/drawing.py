"""What the page needs to draw a radio and to name its ways home."""

import re
from typing import Any

from vocator.core.goals.entry_words import channel_cares, entry_words
from vocator.core.goals.goal import lowest_power
from vocator.core.planning.way_home import ways_home
from vocator.core.radio.display import display
from vocator.core.radio.profile import Profile
from vocator.core.radio.report import display_dict
from vocator.core.radio.screens import SearchScreen, ValueScreen
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

MOST_VALUES = 8


def drawing(twin: Twin) -> dict[str, Any]:
    """Return keys, panel, glass, words and limits of a model."""
    profile = twin.profile
    return {
        "model": profile.model,
        "name": profile.name,
        "kind": profile.kind,
        "own": profile.model not in model_names(),
        "firmware": profile.firmware,
        "firmwares": [{"name": f.name, "told_by": f.told_by} for f in profile.firmwares],
        "panel": {k: v for k, v in profile.panel.items() if k != "has_dial"},
        "dials": [d for d in profile.dials if profile.panel.get("has_dial")],
        "pushes": [d for d in profile.dials if d in profile.keys],
        "holds": _holds(profile),
        "chords": sorted({b.press.held for s in profile.screens for b in s.bind if b.press.held}),
        "units": list(profile.units) if len(profile.units) > 1 else [],
        "unit_word": profile.unit_word,
        "slot_first": profile.slot_key(0),
        "slot_last": profile.slot_key(profile.slot_count - 1),
        "slot_digits": profile.slot_digits,
        "label_length": profile.label_length,
        "powers": _powers(twin),
        "power_watts": [watts_of(word) for word in _powers(twin)],
        "power_lowest": lowest_power(twin) or "",
        "searches": any(isinstance(s, SearchScreen) for s in profile.screens),
        "searches_codes": any(isinstance(s, SearchScreen) and (s.chain or s.setting is None) for s in profile.screens),
        "display": display_dict(display(twin, twin.start)),
    }


def entries(twin: Twin) -> list[dict[str, Any]]:
    """Return what can be set in the radio's lists, each with its values, a line on what it is for, and whether a channel cares."""
    found: dict[str, dict[str, Any]] = {}
    for screen in twin.lists:
        for entry in (e for e in screen.entries if e.setting is not None):
            assert entry.setting is not None
            setting = twin.settings[entry.setting]
            few = range(setting.domain.count) if setting.domain.count <= MOST_VALUES else (0, 1, setting.domain.count - 1)
            values = [setting.domain.text(v) for v in few]
            found.setdefault(
                setting.name,
                {"name": entry.name, "number": entry.number if entry.number != entry.name else "", "words": entry_words(setting),
                 "values": values if setting.domain.count <= MOST_VALUES else [*values[:2], "…", values[2]], "channel": channel_cares(setting)},
            )  # fmt: skip
    return list(found.values())


def _holds(profile: Profile) -> dict[str, list[float]]:
    """Return for each key how long it may be held to some effect, in seconds."""
    found: dict[str, set[int]] = {}
    for screen in profile.screens:
        for binding in screen.bind:
            if binding.press.kind == "hold" and binding.press.key == "PUSH":
                for dial in profile.dials:
                    found.setdefault(dial, set()).add(binding.press.ms)
            elif binding.press.kind == "hold":
                found.setdefault(binding.press.key, set()).add(binding.press.ms)
        if isinstance(screen, ValueScreen) and screen.repeat_per_s:
            for key, _ in profile.turn_keys:
                found.setdefault(key, set()).add(1000)
    return {key: sorted(ms / 1000 for ms in times) for key, times in found.items()}


def _powers(twin: Twin) -> list[str]:
    """Return the powers that are stored with a channel; one that is not is set once, for the whole radio."""
    if twin.power is None or twin.power not in twin.stored_place:
        return []
    domain = twin.settings[twin.power].domain
    return [domain.text(i) for i in range(domain.count)]


def watts_of(word: str) -> float | None:
    """Return the watts that a radio's word for a power names, None where its page gives a level."""
    found = re.fullmatch(r"(\d+(?:\.\d+)?)\s*W?", word)
    return float(found[1]) if found else None


def drawings() -> list[dict[str, Any]]:
    """Return the drawing of every model, first firmware."""
    return [drawing(twin_of(model)) for model in model_names()]


SCREEN_WORDS = {
    "menu": "a menu",
    "value": "a value being set",
    "picker": "a blinking slot number",
    "label": "a label being written",
    "question": "a question",
    "entry": "digits half typed",
    "search": "a running tone search",
}


def way_home_view(twin: Twin) -> list[dict[str, Any]]:
    """Return for everything that can be open how it looks and what leads home."""
    found: list[dict[str, Any]] = []
    for (screen, icon, text, page), actions in sorted(ways_home(twin).items()):
        where = "in the bottom line" if page else "at the top"
        looks = f"{icon} lit" if icon else f"{text} {where}" if text else SCREEN_WORDS[screen]
        if not any(f["looks"] == looks and f["actions"] == list(actions) for f in found):
            found.append({"screen": screen, "icon": icon, "looks": looks, "actions": list(actions)})
    return found
