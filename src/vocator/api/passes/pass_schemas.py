"""The shapes of satellites, passes, Doppler sets, cards and contacts."""

from datetime import datetime
from typing import Literal

from pydantic import Field

from vocator.api.instants import Instant
from vocator.api.passes.satellite_schemas import SatelliteShape, TransponderShape
from vocator.api.schemas import Shape


class WindowShape(Shape):
    """A part of a pass above the mask."""

    start_utc: datetime
    end_utc: datetime


class PassShape(Shape):
    """One pass."""

    number: int
    satellite: str
    aos_utc: datetime
    tca_utc: datetime
    closest_utc: datetime
    los_utc: datetime
    max_elevation_deg: float
    azimuth_aos_deg: int
    azimuth_tca_deg: int
    azimuth_los_deg: int
    range_km: int
    windows: list[WindowShape]
    whole: bool


class ListedPass(PassShape):
    """A pass in the list."""

    picked: bool
    workable: bool
    hearable: bool
    light: Literal["day", "dusk", "night"]


class WithoutShape(Shape):
    """A satellite without a pass, and why."""

    satellite: str
    reason: str


class PassList(Shape):
    """The passes of a span."""

    start_utc: datetime
    days: float
    satellites: list[SatelliteShape]
    passes: list[ListedPass]
    without: list[WithoutShape]
    masked: bool


class SiteShape(Shape):
    """Where one stands."""

    latitude_deg: float
    longitude_deg: float
    grid: str


class PlanRadio(Shape):
    """A radio of the plan."""

    id: int
    name: str
    model: str
    model_name: str


class WayPart(Shape):
    """What one radio does: both links or one, on which side."""

    radio: int
    link: str
    side: str | None


class WayOfWorkingShape(Shape):
    """A way of working with these radios."""

    way: str
    words: str
    possible: bool
    why: str
    loses: str
    recommended: bool
    taken: bool
    parts: list[WayPart]


class LookPoint(Shape):
    """Where the satellite stands, seconds after its rise."""

    s: float
    azimuth_deg: float
    elevation_deg: float
    range_km: int


class TrackPoint(LookPoint):
    """Where the satellite stands and where both links are."""

    downlink_hz: int
    uplink_hz: int


class MemoryShape(Shape):
    """One memory of the set."""

    downlink_hz: int
    uplink_hz: int
    from_utc: datetime
    to_utc: datetime
    seconds: int


class LateShape(Shape):
    """What changing late costs."""

    seconds: int
    worst_hz: int


class SetShape(Shape):
    """The Doppler set; ``fast`` is the link that moves."""

    fast: Literal["downlink", "uplink"]
    step_hz: int
    slow_step_hz: int
    step_choices: list[int]
    wanted_worst_hz: int
    reached: bool
    memories: list[MemoryShape]
    worst_hz: int
    mean_hz: int
    worst_downlink_hz: int
    worst_uplink_hz: int
    plain_worst_hz: int
    plain_mean_hz: int
    late: list[LateShape]


class SetRow(Shape):
    """A channel in a slot; ``memory`` counts from 0, -1 arming, -2 the link that stays."""

    radio: int
    slot: str
    slot_text: str
    label: str
    line: str
    memory: int
    side: str | None
    never_send: bool
    there: bool
    power: str | None


class SetUp(Shape):
    """What is set beside the memories."""

    radio: int
    goal: str
    words: str
    side: str | None
    slot: str
    line: str


class CardLine(Shape):
    """One line of the pass card."""

    at_utc: datetime
    kind: str
    words: str
    memory: int
    azimuth_deg: int
    elevation_deg: int
    clock: str
    fists: str


class DopplerSum(Shape):
    """Nominal, shift, wanted, memory, what is left."""

    words: str
    nominal_hz: int
    shift_hz: int
    wanted_hz: int
    memory_hz: int
    left_hz: int


class SpotShape(Shape):
    """The footprint at a moment."""

    at_utc: datetime
    latitude_deg: float
    longitude_deg: float
    height_km: int
    radius_deg: float
    radius_km: int
    squares: int
    fields: list[str]


class GridTimes(Shape):
    """When a grid is in the footprint during the pass; null where never."""

    grid: str
    in_utc: datetime | None
    out_utc: datetime | None


class ArmingStep(Shape):
    """One thing to do to arm a satellite: words, the slot to stand on, whether it sends."""

    say: str
    slot: str
    sends: bool


class PassPlanShape(Shape):
    """One pass made ready; enough to ride it without the server."""

    satellite: SatelliteShape
    site: SiteShape
    mask: list[list[float]]
    declination_deg: float
    pass_: PassShape = Field(alias="pass")
    transponder: TransponderShape
    link: int
    may_send: bool
    radios: list[PlanRadio]
    ways: list[WayOfWorkingShape]
    track: list[TrackPoint]
    set: SetShape
    rows: list[SetRow]
    set_up: list[SetUp]
    card: list[CardLine]
    sums: list[DopplerSum]
    footprint: list[SpotShape]
    grids: list[GridTimes]
    manners: list[str]
    arming: str
    arming_steps: list[ArmingStep]
    dangers: list[str]
    powers: list[str]


class SkyShape(Shape):
    """Where a satellite goes in a pass, whatever it hears and sends, and what is missing to work it."""

    satellite: SatelliteShape
    site: SiteShape
    mask: list[list[float]]
    declination_deg: float
    pass_: PassShape = Field(alias="pass")
    track: list[LookPoint]
    footprint: list[SpotShape]
    missing: str


class PickShape(Shape):
    """A pass to put among the picked ones, or to take out."""

    number: int
    aos_utc: Instant
    picked: bool
    query: str = Field(default="", max_length=300)


class MadeSheets(Shape):
    """The sheets that were made for a pass."""

    ids: list[str]


class ClockShape(Shape):
    """The server's time, for comparing."""

    now_utc: datetime
