"""What a sheet left different, and which of it may be put back without spoiling what it was for."""

from dataclasses import dataclass
from typing import Any

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import About
from vocator.core.goals.sheet import Change, Part, Sheet
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin

MOST_VALUES = 16
USUAL_OFFSETS_HZ = (600_000, 5_000_000, 1_600_000, 1_000_000, 500_000, 7_600_000, 100_000)
"""What is offered for an offset beside the one as delivered, since nobody goes through all its values."""


@dataclass(frozen=True, slots=True)
class PutBack:
    """A setting that was left different: the kind of goal that puts it back, with the keys that it may have, likeliest first.

    ``keys`` is empty where the goal needs it as it is.
    """

    what: str
    unit: str | None
    to: str
    goal: str
    keys: tuple[str, ...]

    def as_dict(self) -> dict[str, Any]:
        """Return it as the page knows it."""
        return {"what": self.what, "unit": self.unit, "to": self.to, "goal": self.goal, "keys": list(self.keys)}


def put_back(twin: Twin, goal: Goal, sheet: Sheet) -> list[PutBack]:
    """Return each setting that a sheet left different; what the channel or the goal needs as it is cannot be put back."""
    found = []
    parts = {str(p) for p in Part}
    for change in dict.fromkeys((*sheet.changes, *sheet.aside)):
        if change.what in parts:
            continue
        setting = twin.profile.setting_named(change.what)
        keys = () if _needed(twin, goal, setting) else _values(twin, setting, change)
        means = twin.settings[setting].means
        found.append(PutBack(change.what, change.unit, change.to, "tuning-step" if means is Means.STEP else "set", keys))
    return found


def _needed(twin: Twin, goal: Goal, setting: int) -> bool:
    """Whether the goal is spoilt by another value: reverse and the row that transmits for a channel, for a goal of the radio what it sets."""
    kind = KINDS[goal.kind]
    if kind.about is About.RADIO and setting not in (twin.watch, twin.step):
        return True
    return setting in (twin.reverse_setting, twin.transmit_row)


def _values(twin: Twin, setting: int, change: Change) -> tuple[str, ...]:
    """Return the values that a setting may be put back to: what it was where that is known, else what it may have been."""
    x = twin.settings[setting]
    if change.before is not None:
        return (f"{x.name}={change.before}",)
    if x.domain.count <= MOST_VALUES:
        values = [*dict.fromkeys([x.new[0], *range(x.domain.count)])]
    else:
        usual = [x.domain.find_meaning(str(hz)) for hz in USUAL_OFFSETS_HZ] if setting in twin.offsets else []
        values = [*dict.fromkeys([x.new[0], *(v for v in usual if v is not None)])]
    return tuple(f"{x.name}={x.domain.text(v)}" for v in values if x.domain.text(v) != change.to)
