"""A pair of hands on a twin, and the sentence of a manual that a test proves."""

from collections.abc import Callable
from typing import Any, TypeVar

from vocator.core.channel.channel import Channel
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import Display, display
from vocator.core.radio.perform import perform
from vocator.core.radio.screens import RestScreen
from vocator.core.radio.start import start_state
from vocator.core.radio.twin import Twin
from vocator.usecases.twin.twins import twin_of

F = TypeVar("F", bound=Callable[..., Any])
SENTENCES: list[tuple[str, str, str]] = []


def sentence(page: str, text: str) -> Callable[[F], F]:
    """Note which sentence of which page a test proves."""

    def mark(test: F) -> F:
        SENTENCES.append((page, text, test.__name__))
        return test

    return mark


class Hands:
    """Presses keys on a new radio, or one as described, and looks."""

    def __init__(self, model: str, firmware: str | None = None, region: str = "r2", **start: Any) -> None:
        self.twin = twin_of(model, firmware, region)
        self.state = start_state(self.twin, start)
        self.beeps: tuple[str, ...] = ()
        self.sent: int | None = None

    @classmethod
    def of(cls, twin: Twin) -> "Hands":
        """Return hands on a twin of one's own, as new."""
        hands = cls.__new__(cls)
        hands.twin, hands.state, hands.beeps, hands.sent = twin, twin.start, (), None
        return hands

    def press(self, *lines: str) -> "Hands":
        """Press the keys of some lines; beeps and what was sent are those of the last action."""
        for line in lines:
            for action in parse_actions(self.twin.profile, line):
                done = perform(self.twin, self.state, action)
                self.state, self.beeps, self.sent = done.state, done.beeps, done.transmitting_hz
        return self

    @property
    def seen(self) -> Display:
        return display(self.twin, self.state)

    @property
    def main(self) -> str:
        return self.seen.main

    @property
    def screen(self) -> str:
        return self.seen.screen

    @property
    def vfo(self) -> Channel:
        return self.twin.vfo_channel(self.state)

    @property
    def at_rest(self) -> bool:
        return isinstance(self.twin.screens[self.state.screen], RestScreen)

    def slot(self, number: int) -> Channel | None:
        stored = self.state.slots[number - self.twin.profile.first_slot]
        return self.twin.channel(stored) if stored else None

    def setting(self, name: str) -> str:
        index = self.twin.profile.setting_named(name)
        return self.twin.settings[index].domain.text(self.twin.get(self.state, index))


def channel(rx_hz: int, tx_hz: int | None = None, **parts: Any) -> dict[str, Any]:
    """A channel as START has it, simplex unless said."""
    return {"rx_hz": rx_hz, "tx_hz": rx_hz if tx_hz is None else tx_hz, **parts}
