"""The group chapter: a slot is put into a group of slots, and memory mode kept to it."""

from vocator.core.goals.goal import Beyond
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_ways import set_all
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin


def groups_of(twin: Twin) -> int:
    """Return the setting of the groups; raises Beyond for a radio without them."""
    found = twin.profile.settings_for(Means.GROUP)
    if not found:
        standing = "Its slots stand in groups already: choose a slot of the group."
        nearest = standing if twin.profile.group_size else "Use slots in a row."
        raise Beyond("group", "this radio puts no channel into a group", nearest)
    return found[0]


def group_of(twin: Twin, text: str, none: bool = False) -> tuple[int, int]:
    """Return the setting of the groups and the value for one of them, the first if none is named; raises Beyond.

    ``none``: the value that stands for none of them may be named too.
    """
    setting = groups_of(twin)
    domain = twin.settings[setting].domain
    value = domain.find_text(text) if text else 1
    if value is None or not (value or none):
        allowed = ", ".join(domain.text(i) for i in range(1, domain.count))
        raise Beyond("group", f"{text} is no group of this radio", f"Choose one of {allowed}.")
    return setting, value


def belonging(twin: Twin, setting: int, value: int) -> str:
    """Return why a slot is put into a group, or out of all."""
    text = twin.settings[setting].domain.text(value)
    return f"the slot belongs to group {text} then" if value else "the slot belongs to no group then"


def put_into_group(draft: Draft, routes: Routes, setting: int, value: int) -> None:
    """Put the slot just shown into its group, or out of all."""
    draft.certain.discard(setting)  # of another slot; which group a slot has after it was written over, no page says
    set_all(draft, routes, {setting: value}, {setting: belonging(draft.twin, setting, value)}, ChapterKind.GROUP)


def keep_to_group(draft: Draft, routes: Routes, setting: int, value: int) -> None:
    """Lock memory mode to the group of the slot just shown."""
    twin = draft.twin
    keys = routes.presses(twin.memory, "lock_group")
    if keys is None:
        return
    text, shown = twin.settings[setting].domain.text(value), f"G{value}"
    draft.step(
        ChapterKind.GROUP,
        [f"{' '.join(keys)} until {shown}"],
        shows=shown,
        say=f"Lock to group {text}",
        why="the dial stays in it",
    )
