"""Switch the busy lock off."""

from typing import ClassVar

from vocator.core.goals.goal import Beyond
from vocator.core.planning.of_radio import OfRadio
from vocator.core.radio.twin import Twin


class BusyLockOff(OfRadio):
    """The radio sends although something is heard."""

    word: ClassVar[str] = "busy-lock-off"
    name: ClassVar[str] = "busy lock off"
    button: ClassVar[str] = "Busy lock off"
    reason: ClassVar[str] = "else it refuses to send while anything is heard"

    def settings(self, twin: Twin) -> tuple[dict[int, int], str]:
        """Return the busy lock and its value for off; raises Beyond."""
        value = twin.settings[twin.busy].domain.find_meaning("off") if twin.busy is not None else None
        if twin.busy is None or value is None:
            raise Beyond("busy lock", "this radio has none", "It sends whether the channel is busy or not: listen first.")
        return {twin.busy: value}, self.reason


KINDS = (BusyLockOff(),)
