"""The shapes of a twin in play."""

from typing import Any, Literal

from pydantic import Field

from vocator.api.schemas import ChannelShape, DisplayShape, Shape


class TwinStart(Shape):
    """A twin to begin with."""

    model: str = Field(max_length=60)
    firmware: str | None = Field(default=None, max_length=20)
    region: Literal["r2", "r1"] = "r2"
    start: dict[str, Any] | None = None


class TwinKeys(Shape):
    """Keys pressed on a twin."""

    model: str = Field(max_length=60)
    firmware: str | None = Field(default=None, max_length=20)
    region: Literal["r2", "r1"] = "r2"
    token: str = Field(max_length=200_000)
    keys: list[str] = Field(max_length=200)
    at_s: float | None = Field(default=None, ge=0, le=1e9)


class TraceShape(Shape):
    """What one action led to."""

    action: str
    display: DisplayShape
    beeps: list[str]
    transmitting_hz: int | None


class TouchShape(Shape):
    """Something to touch on a screen."""

    name: str
    holds: bool


class AirShape(Shape):
    """What the simulated band says: who is heard, whether the receive side stays closed, what a transmission did."""

    heard: str
    closed: bool
    opened: str
    hint: str


class SideShape(Shape):
    """What one side or row is tuned to; ``main`` is the one that PTT sends on."""

    side: str
    main: bool
    slot: str | None
    rx_hz: int | None
    tx_hz: int | None
    tone: str | None


class PlayShape(Shape):
    """A twin's present state."""

    token: str
    display: DisplayShape
    trace: list[TraceShape]
    window_ms: int | None
    quiet_ms: int | None
    memory: dict[str, ChannelShape]
    touches: list[TouchShape]
    keyboard: bool
    air: AirShape | None
    sides: list[SideShape]
