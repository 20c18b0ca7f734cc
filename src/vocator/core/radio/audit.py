"""The audit of a profile: what can never be reached, and what holds its user.

It detects and names; it never fixes.
"""

from vocator.core.radio.profile import Profile
from vocator.core.radio.screens import LayerScreen, ListScreen, PageScreen, PickerScreen, RestScreen, ValueScreen


def unreachable(profile: Profile) -> list[str]:
    """Return the screens that nothing opens and the settings that nothing changes."""
    leading = ("open", "enter", "search", "write_and_label", "mode", "page", "onto")
    lists = [s for s in profile.screens if isinstance(s, ListScreen)]
    opened = {b.arg for s in profile.screens for b in s.bind if b.verb in leading}
    opened |= {s.editor for s in profile.settings} | {s.quiet for s in profile.screens}
    opened |= {e.screen for s in lists for e in s.entries if e.screen}
    opened |= {s.asks for s in profile.screens if isinstance(s, PickerScreen) and s.asks}
    opened |= {"vfo", "value"}
    if any(b.verb == "toggle_mode" for s in profile.screens for b in s.bind):
        opened.add("memory")
    found = [f"screen {s.name}: nothing opens it" for s in profile.screens if s.name not in opened]
    listed = {e.setting for s in lists for e in s.entries}
    listed |= {other for s in profile.settings for _, other in s.inner}
    listed |= {s.setting for s in profile.screens if isinstance(s, ValueScreen)}
    listed |= {s.then for s in profile.settings if s.then is not None}
    at_once = ("step", "adjust", "open_value", "take_value", "lend")
    stepped = {b.arg.partition("=")[0] for s in profile.screens for b in s.bind if b.verb in at_once}
    for index, setting in enumerate(profile.settings):
        if index not in listed and setting.name not in stepped:
            found.append(f"setting {setting.name}: no list and no key changes it")
    return found


def traps(profile: Profile) -> list[str]:
    """Return the screens that no key and no quiet time leaves."""
    leaving = {
        "home",
        "back",
        "back_to_list",
        "keep_back",
        "keep_found",
        "leave_label",
        "mode",
        "keep_home",
        "keep_label",
        "keep_label_home",
        "relabel",
        "keep_pushed",
        "erase",
        "take",
        "onward_or_take",
        "take_value",
        "page",
        "decline",
        "write_all",
        "change_all",
        "keep_all",
        "push_on",
    }
    return [
        f"screen {s.name}: no key and no quiet time leaves it"
        for s in profile.screens
        if not isinstance(s, RestScreen)
        and not (isinstance(s, (LayerScreen, PageScreen)) and s.lets_through)
        and not s.quiet_ms
        and not any(b.verb in leaving for b in s.bind)
    ]
