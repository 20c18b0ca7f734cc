"""Switch the automatic shift on or off."""

from typing import ClassVar

from vocator.core.goals.goal import Beyond
from vocator.core.planning.of_radio import OfRadio
from vocator.core.radio.twin import Twin


class AutoShift(OfRadio):
    """The automatic shift is switched; each kind says to what."""

    meaning: ClassVar[str]

    def settings(self, twin: Twin) -> tuple[dict[int, int], str]:
        """Return the automatic shift and its value; raises Beyond where the radio has none or cannot switch it."""
        if twin.auto_shift is None:
            raise Beyond("automatic shift", "this radio has none", "Set the shift by hand; every sheet does.")
        value = twin.settings[twin.auto_shift].domain.find_meaning(self.meaning)
        if value is None:
            why = f"it cannot be switched {self.meaning} on this radio"
            raise Beyond("automatic shift", why, "Set the shift after the frequency.")
        return {twin.auto_shift: value}, f"{self.reason}; it holds for the whole radio"


class AutoShiftOn(AutoShift):
    """Each frequency typed sets sign and offset."""

    word: ClassVar[str] = "auto-shift-on"
    name: ClassVar[str] = "automatic shift on"
    button: ClassVar[str] = "Automatic shift on"
    reason: ClassVar[str] = "each frequency typed sets sign and offset"
    meaning: ClassVar[str] = "on"


class AutoShiftOff(AutoShift):
    """A sign set by hand stays."""

    word: ClassVar[str] = "auto-shift-off"
    name: ClassVar[str] = "automatic shift off"
    button: ClassVar[str] = "Automatic shift off"
    reason: ClassVar[str] = "a sign set by hand then stays"
    meaning: ClassVar[str] = "off"


KINDS = (AutoShiftOn(), AutoShiftOff())
