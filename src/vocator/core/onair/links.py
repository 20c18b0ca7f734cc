"""What a satellite hears and sends, as the operator keeps it: any number of links a satellite, each with its state and source."""

from dataclasses import asdict, dataclass
from datetime import date
from enum import StrEnum
from typing import Any

from vocator.core.channel.channel import Width
from vocator.core.channel.tones import CTCSS_50
from vocator.core.onair.satellites import Transponder

LOWEST_HZ, HIGHEST_HZ = 1_000_000, 3_000_000_000
MOST_TIMER_S = 86_400.0
USUAL_TIMER_S = 600.0


class LinkState(StrEnum):
    """Whether a link works: always, at times that its operators choose, or not."""

    WORKING = "working"
    SCHEDULED = "scheduled"
    OFF = "off"


@dataclass(frozen=True, slots=True)
class Link:
    """One link of a satellite; frequencies in hertz, ``timer_s`` how long it runs once armed, ``dated`` of the source.

    Without an uplink it can only be heard.  Raises ValueError for values that cannot be.
    """

    number: int
    downlink_hz: int
    uplink_hz: int | None = None
    name: str = ""
    access_tone: str | None = None
    arming_tone: str | None = None
    timer_s: float | None = None
    width: Width = Width.WIDE
    state: LinkState = LinkState.WORKING
    notes: str = ""
    source: str = ""
    dated: date | None = None

    def __post_init__(self) -> None:
        if not 1 <= self.number <= 999_999_999:
            raise ValueError(f"number: {self.number} is no catalogue number (1 to 999999999)")
        for name, hz in (("downlink", self.downlink_hz), ("uplink", self.uplink_hz)):
            if hz is not None and not LOWEST_HZ <= hz <= HIGHEST_HZ:
                raise ValueError(f"{name}: {hz / 1e6:g} MHz; allowed: 1 to 3000 MHz. Look at the unit")
        for name, tone in (("tone", self.access_tone), ("arming tone", self.arming_tone)):
            if tone is not None and tone not in CTCSS_50:
                raise ValueError(f"{name}: {tone} is none of the tones (67.0 to 254.1, with one decimal)")
        if self.uplink_hz is None and (self.access_tone or self.arming_tone):
            raise ValueError("uplink: there is a tone but no uplink to send it on")
        if self.uplink_hz is not None and self.uplink_hz == self.downlink_hz:
            raise ValueError("uplink: the same as the downlink; a satellite repeats on another frequency")
        if self.timer_s is not None and (self.arming_tone is None or not 1 <= self.timer_s <= MOST_TIMER_S):
            raise ValueError("timer: 1 to 86400 seconds, for a link with an arming tone")
        for name, text, most in (("transponder", self.name, 40), ("notes", self.notes, 500), ("source", self.source, 120)):
            if len(text) > most:
                raise ValueError(f"{name}: {len(text)} characters; at most {most}")

    def transponder(self, satellite: str) -> Transponder | None:
        """Return it as that which is worked, None where it can only be heard."""
        if self.uplink_hz is None:
            return None
        timer = self.timer_s or USUAL_TIMER_S
        return Transponder(
            satellite, self.uplink_hz, self.downlink_hz, self.access_tone, self.arming_tone, timer, width=self.width
        )

    def words(self) -> str:
        """Say it in short: downlink and uplink in MHz, tones."""
        parts = [f"{self.downlink_hz / 1e6:.3f} down"]
        parts += [f"{self.uplink_hz / 1e6:.3f} up"] if self.uplink_hz else ["heard only"]
        parts += [f"tone {self.access_tone}"] if self.access_tone else []
        parts += [f"armed by {self.arming_tone}"] if self.arming_tone else []
        return ", ".join(parts)

    def as_dict(self) -> dict[str, Any]:
        """Return plain values under the names of the fields."""
        return {
            **asdict(self),
            "width": str(self.width),
            "state": str(self.state),
            "dated": self.dated.isoformat() if self.dated else None,
        }

    @classmethod
    def from_dict(cls, given: dict[str, Any]) -> "Link":
        """Read plain values; raises ValueError for what cannot be."""
        dated = given.get("dated")
        return cls(
            **{
                **given,
                "width": Width(given.get("width") or "wide"),
                "state": LinkState(given.get("state") or "working"),
                "dated": date.fromisoformat(dated) if isinstance(dated, str) and dated else dated or None,
            }
        )


def usable(links: list[Link]) -> list[Link]:
    """Return the links that can be worked now or at times, the working ones first, in their own order."""
    able = [one for one in links if one.uplink_hz is not None and one.state is not LinkState.OFF]
    return sorted(able, key=lambda one: one.state is not LinkState.WORKING)
