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
    BANK = "one of the banks"
    WHAT = "vfo or all"


class VerbUse(NamedTuple):
    """What a verb takes, the kinds of screen it may stand on, and of a screen that it leads to the kinds."""

    takes: Takes
    on: frozenset[str]
    leads_to: frozenset[str] = frozenset()


ALL_KINDS = frozenset(
    {"rest", "layer", "page", "panel", "entry", "list", "value", "figures", "picker", "question", "label", "search"}
)
OPEN = ALL_KINDS - {"rest"}
AT_HAND = frozenset({"rest", "layer", "page"})
EDITORS = frozenset({"value", "figures"})
DIALOGUE = frozenset({"value", "figures", "picker", "label", "question"})
BEEPS = frozenset({"", "low", "high", "double", "triple"})
PARTS = frozenset({"unit", "band"})


def verbs_of(does: object) -> list[str]:
    """Return what a press does, as it stands in a profile's data: one thing, or several that hang on something; anything else as a text."""
    return [str(one) for one in (does if isinstance(does, list) else [does])]


def _use(takes: Takes, *on: str, leads_to: frozenset[str] = frozenset()) -> VerbUse:
    return VerbUse(takes, frozenset(on) if on else ALL_KINDS, leads_to)


def _plain(on: frozenset[str], *verbs: str) -> dict[str, VerbUse]:
    return {verb: VerbUse(Takes.NOTHING, on) for verb in verbs}


REGISTER: dict[str, VerbUse] = {
    "open": _use(Takes.SCREEN, leads_to=OPEN),
    "enter": _use(Takes.SCREEN, leads_to=frozenset({"entry"})),
    "mode": _use(Takes.SCREEN, *AT_HAND, leads_to=frozenset({"rest"})),
    "page": _use(Takes.SCREEN, *AT_HAND, leads_to=frozenset({"page"})),
    "onto": _use(Takes.SCREEN, *DIALOGUE, leads_to=DIALOGUE),
    "search": _use(Takes.SCREEN, leads_to=frozenset({"search"})),
    "write_and_label": _use(Takes.SCREEN, "picker", leads_to=frozenset({"label"})),
    "next": _use(Takes.PART, *AT_HAND),
    "unit": _use(Takes.UNIT, *AT_HAND),
    "toggle_mode": _use(Takes.UNIT, *AT_HAND),
    "unit_band": _use(Takes.UNIT, *AT_HAND),
    "step": _use(Takes.SETTING),
    "open_value": _use(Takes.SETTING),
    "open_inner": _use(Takes.INNER_SETTING, *AT_HAND, "panel"),
    "lend": _use(Takes.STORED_SETTING, *AT_HAND),
    "adjust": _use(Takes.SETTING_OR_MARKED, *AT_HAND, "list"),
    "take_value": _use(Takes.VALUE),
    "use_free_key": _use(Takes.FREE_KEY, *AT_HAND),
    "assign": _use(Takes.FREE_KEY, "value"),
    "bank": _use(Takes.BANK, *AT_HAND, "picker"),
    "reset": _use(Takes.WHAT, *AT_HAND, "panel", "question"),
    "write_split": _use(Takes.BEEP, "picker"),
    **_plain(OPEN, "home", "back", "back_to_list"),
    **_plain(AT_HAND, "tune", "recall", "coarse", "transmit", "reverse", "force_other", "peek", "next_group", "lock_group", "reopen"),
    **_plain(frozenset({"list"}), "scroll", "open_entry"),
    **_plain(frozenset({"value"}), "change", "inner"),
    **_plain(EDITORS, "keep_back", "keep_home"),
    **_plain(frozenset({"picker"}), "pick", "write", "pick_group", "toggle_lit"),
    **_plain(AT_HAND | {"picker"}, "recall_to_vfo"),
    **_plain(frozenset({"picker", "question"}), "erase"),
    **_plain(AT_HAND | {"list"}, "erase_shown"),
    **_plain(frozenset({"question"}), "confirm", "decline"),
    **_plain(DIALOGUE - {"picker"}, "write_all", "change_all", "keep_all"),
    **_plain(frozenset({"entry"}), "fill", "point", "empty", "leave_entry"),
    **_plain(frozenset({"entry", "figures"}), "take"),
    **_plain(frozenset({"entry", "value"}), "clear_typed"),
    **_plain(frozenset({"entry", "figures", "list", "picker", "value"}), "type"),
    **_plain(frozenset({"label", "picker"}), "letter", "next_place"),
    **_plain(frozenset({"label", "figures"}), "choose", "onward", "backward"),
    **_plain(frozenset({"figures"}), "onward_or_take"),
    **_plain(
        frozenset({"label"}), "forward", "cut", "leave_label", "back_or_leave", "push_on", "keep_pushed",
        "relabel", "keep_label", "keep_label_home",
    ),
    **_plain(frozenset({"search"}), "keep_found"),
    **_plain(ALL_KINDS, "calm", "nothing"),
}  # fmt: skip

BY = frozenset({"tune", "recall", "scroll", "change", "pick", "pick_group", "choose", "adjust"})
"""Verbs that a click may do several times at once: ``change by 10``, ``change by 10 stops``."""
STOPPING = frozenset({"recall", "scroll", "change", "pick", "choose"})
"""Those of them that can be made to stop at the ends."""
