"""The register of verbs: what each takes, and on which kinds of screen it means something.

The loader refuses a binding that the register does not know; a test holds it to the verbs themselves and to
docs/profile-format.md.
"""

from enum import StrEnum
from typing import NamedTuple


class Takes(StrEnum):
    """What stands after a verb."""

    NOTHING = "nothing"
    SCREEN = "a screen"
    SETTING = "a setting"
    SETTING_OR_MARKED = "a setting, or nothing for the marked entry of a list"
    STORED_SETTING = "a setting that is stored with a channel"
    INNER_SETTING = "a setting with a list behind its values"
    VALUE = "NAME=VALUE of a setting"
    UNIT = "a row or side"
    PART = "unit or band"
    FREE_KEY = "one of the free keys"
    BEEP = "a beep, or nothing"


class VerbUse(NamedTuple):
    """What a verb takes, the kinds of screen it may stand on, and of a screen that it leads to the kinds."""

    takes: Takes
    on: frozenset[str]
    leads_to: frozenset[str] = frozenset()


ALL_KINDS = frozenset({"rest", "layer", "panel", "entry", "list", "value", "picker", "question", "label", "search"})
OPEN = ALL_KINDS - {"rest"}
AT_HAND = frozenset({"rest", "layer"})
BEEPS = frozenset({"", "low", "high", "double", "triple"})
PARTS = frozenset({"unit", "band"})


def _use(takes: Takes, *on: str, leads_to: frozenset[str] = frozenset()) -> VerbUse:
    return VerbUse(takes, frozenset(on) if on else ALL_KINDS, leads_to)


def _plain(on: frozenset[str], *verbs: str) -> dict[str, VerbUse]:
    return {verb: VerbUse(Takes.NOTHING, on) for verb in verbs}


REGISTER: dict[str, VerbUse] = {
    "open": _use(Takes.SCREEN, leads_to=OPEN),
    "enter": _use(Takes.SCREEN, leads_to=frozenset({"entry"})),
    "mode": _use(Takes.SCREEN, *AT_HAND, leads_to=frozenset({"rest"})),
    "search": _use(Takes.SCREEN, leads_to=frozenset({"search"})),
    "write_and_label": _use(Takes.SCREEN, "picker", leads_to=frozenset({"label"})),
    "next": _use(Takes.PART, *AT_HAND),
    "unit": _use(Takes.UNIT, *AT_HAND),
    "toggle_mode": _use(Takes.UNIT, *AT_HAND),
    "unit_band": _use(Takes.UNIT, *AT_HAND),
    "step": _use(Takes.SETTING, "rest", "layer", "panel"),
    "open_value": _use(Takes.SETTING, "rest", "layer", "panel"),
    "open_inner": _use(Takes.INNER_SETTING, "rest", "layer", "panel"),
    "lend": _use(Takes.STORED_SETTING, *AT_HAND),
    "adjust": _use(Takes.SETTING_OR_MARKED, "rest", "layer", "list"),
    "take_value": _use(Takes.VALUE, "rest", "layer", "panel"),
    "use_free_key": _use(Takes.FREE_KEY, *AT_HAND),
    "assign": _use(Takes.FREE_KEY, "value"),
    "write_split": _use(Takes.BEEP, "picker"),
    **_plain(OPEN, "home", "back", "back_to_list"),
    **_plain(AT_HAND, "tune", "recall", "coarse", "transmit", "reverse", "force_other", "peek", "next_group", "lock_group"),
    **_plain(frozenset({"list"}), "scroll", "open_entry"),
    **_plain(frozenset({"value"}), "change", "keep_back", "keep_home", "inner"),
    **_plain(frozenset({"picker"}), "pick", "write", "pick_group", "recall_to_vfo", "toggle_lit"),
    **_plain(frozenset({"picker", "question"}), "erase"),
    **_plain(frozenset({"rest", "layer", "list"}), "erase_shown"),
    **_plain(frozenset({"question"}), "confirm"),
    **_plain(frozenset({"entry"}), "fill", "point", "take", "empty", "leave_entry"),
    **_plain(frozenset({"entry", "value"}), "clear_typed"),
    **_plain(frozenset({"entry", "list", "picker", "value"}), "type"),
    **_plain(frozenset({"label", "picker"}), "letter", "next_place"),
    **_plain(
        frozenset({"label"}), "choose", "forward", "onward", "backward", "cut", "leave_label", "back_or_leave", "push_on", "keep_pushed",
        "relabel", "keep_label", "keep_label_home",
    ),
    **_plain(frozenset({"search"}), "keep_found"),
    **_plain(ALL_KINDS, "calm", "nothing"),
}  # fmt: skip
