"""Let one side hear while the other sends."""

from typing import ClassVar

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.planning.of_radio import OfRadio
from vocator.core.radio.twin import Twin


class HearMyself(OfRadio):
    """Full duplex: one hears oneself come back from a satellite."""

    word: ClassVar[str] = "hear-myself"
    name: ClassVar[str] = "hear while sending"
    button: ClassVar[str] = "Hear yourself while you send"
    reason: ClassVar[str] = "one side goes on hearing while the other sends: headphones, or it howls"

    def title(self, goal: Goal, line: str) -> str:
        """Return what it is for."""
        return "hear yourself while you send"

    def settings(self, twin: Twin) -> tuple[dict[int, int], str]:
        """Return what lets one side hear while the other sends; raises Beyond."""
        if twin.profile.hears != "while_sending":
            raise Beyond("full duplex", "this radio does not hear while it sends", "Use a second radio for the downlink.")
        return dict(twin.profile.hears_when), "the other side goes on hearing while you send: headphones, or it howls"


KINDS = (HearMyself(),)
