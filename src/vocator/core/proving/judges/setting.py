"""Judges one setting of the radio that was put to a value."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Switch(Judge):
    """A setting of the whole radio means what was wanted."""

    of_radio: ClassVar[bool] = True

    def __init__(self, means: Means, wanted: str) -> None:
        """``means`` says which setting, ``wanted`` on or off."""
        self.means, self.wanted = means, wanted

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the setting."""
        setting = twin.profile.setting_for(self.means)
        assert setting is not None
        left = twin.settings[setting].domain.meaning(twin.get(end, setting))
        return "" if left == self.wanted else f"{twin.settings[setting].name} is {left}"


class Chosen(Judge):
    """The setting that the goal names stands at the value that it names."""

    of_radio: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the setting, of the row asked for where it has one of its own."""
        name, _, text = goal.key.partition("=")
        setting = twin.profile.setting_named(name)
        if goal.row is not None and twin.settings[setting].scope != "set" and twin.profile.units[end.unit] != goal.row:
            return f"{twin.profile.unit_word} {goal.row} was asked for"
        left = twin.settings[setting].domain.text(twin.get(end, setting))
        return "" if left == text else f"{name} is {left}"


class Step(Chosen):
    """So does the tuning step; on some radios the frequency of the VFO then moves down to it, nothing else of the VFO does."""

    builds: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the step, and that no other setting was touched."""
        fault = super().aim(twin, goal, start, end)
        if fault or not twin.at_rest(start):  # what was open may only be left by keeping it
            return fault
        name = goal.key.partition("=")[0]
        for index, setting in enumerate(twin.settings):
            if setting.name != name and setting.scope in ("unit", "band", "unit_band"):
                place, unit_stride, band_stride = twin.address[index]
                stretch = (
                    (unit_stride and len(twin.profile.units) * unit_stride)
                    or (band_stride and twin.band_count * band_stride)
                    or 1
                )
                before, after = start.values[place : place + stretch], end.values[place : place + stretch]
                if any(a is not b and a != b for a, b in zip(before, after, strict=True)):
                    return f"{setting.name} was changed too"
        return ""


JUDGES: dict[str, Judge] = {
    "auto-shift-on": Switch(Means.AUTO_SHIFT, "on"), "auto-shift-off": Switch(Means.AUTO_SHIFT, "off"),
    "busy-lock-off": Switch(Means.BUSY_LOCK, "off"),
    "watch-on": Switch(Means.WATCH, "on"), "watch-off": Switch(Means.WATCH, "off"),
    "dual-watch-on": Switch(Means.DUAL_WATCH, "on"), "dual-watch-off": Switch(Means.DUAL_WATCH, "off"),
    "two-rows-on": Switch(Means.ROWS, "on"), "two-rows-off": Switch(Means.ROWS, "off"),
    "memory-shows": Chosen(), "tuning-step": Step(), "squelch-level": Chosen(), "set": Chosen(),
}  # fmt: skip
