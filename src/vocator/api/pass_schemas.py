"""The shapes of satellites, passes, Doppler sets, cards and contacts."""

from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import Field

from vocator.api.instants import Instant
from vocator.api.schemas import Shape


class TransponderShape(Shape):
    """What a satellite hears and sends."""

    uplink_hz: int
    downlink_hz: int
    access_tone: str | None
    arming_tone: str | None
    timer_s: float
    mode: str


class NewLink(Shape):
    """What a satellite hears and sends, as it is given: frequencies in hertz, the timer in seconds."""

    downlink_hz: int
    uplink_hz: int | None = None
    name: str = Field(default="", max_length=40)
    access_tone: str | None = Field(default=None, max_length=10)
    arming_tone: str | None = Field(default=None, max_length=10)
    timer_s: float | None = None
    width: Literal["wide", "narrow"] = "wide"
    state: Literal["working", "scheduled", "off"] = "working"
    notes: str = Field(default="", max_length=500)
    source: str = Field(default="", max_length=120)
    dated: date | None = None


class SatelliteLink(NewLink):
    """A link as it is kept, and in words."""

    words: str


class WayShort(Shape):
    """A radio that can work a satellite alone, and how."""

    radio_id: int
    radio: str
    way: str
    words: str


class SatelliteShape(Shape):
    """A satellite and the age of its elements."""

    number: int
    name: str
    epoch_utc: datetime
    age_days: float
    age_class: Literal["fine", "note", "warn", "coarse"]
    age_words: str
    source: str
    fetched_at: datetime
    chosen: bool
    perigee_km: int
    apogee_km: int
    inclination_deg: float
    links: list[SatelliteLink]
    ways: list[WayShort] = []
    heard_with: list[str] = []
    missing: str = ""


class ChosenShape(Shape):
    """Whether a satellite is among those whose passes are shown."""

    chosen: bool


class TakenShape(Shape):
    """What came of fetching or importing elements."""

    taken: int
    older: int
    unusable: list[str]
    left_out: int


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


class ByHandStep(Shape):
    """One step of a proven sheet, as it is keyed."""

    group: str | None
    when: dict[str, Any] | None
    actions: list[str]
    shows: str | None
    say: str
    why: str
    on_air: bool


class ByHand(Shape):
    """One thing that is set before a pass: on which radio, in words, by which steps; none where a knob does it."""

    radio: str
    title: str
    steps: list[ByHandStep]


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


class RehearsalMemory(Shape):
    """What one memory hears and reaches, second by second."""

    downlink_off_hz: list[int]
    uplink_off_hz: list[int]
    heard: list[int]
    through: list[int]


class OtherShape(Shape):
    """Somebody else on the satellite."""

    call: str
    grid: str
    strong: bool


class RehearsalShape(Shape):
    """A pass second by second; when each memory is due after the rise, which side is changed for tuning, what counts as in tune."""

    seconds: int
    rise_utc: datetime
    fast: Literal["downlink", "uplink"]
    limit_hz: int
    due_s: list[float]
    memories: list[RehearsalMemory]
    others: list[OtherShape | None]
    armed_at_start: bool


class TurnedShape(Shape):
    """A memory turned to."""

    at_s: float
    memory: int


class RideShape(Shape):
    """A rehearsed ride."""

    turned: list[TurnedShape] = Field(max_length=500)
    contacts_s: list[float] = Field(default=[], max_length=500)


class LateChange(Shape):
    """A change that was not made in time; ``late_s`` null where it was not made at all."""

    memory: int
    due_utc: datetime
    late_s: float | None
    worst_hz: int


class ScoreShape(Shape):
    """How it went."""

    in_tune_percent: int
    worst_hz: int
    mean_late_s: float | None
    changes: int
    changes_made: int
    contacts: int
    contacts_good: int
    doubled: int
    overs_heard: int
    overs_missed: int
    words: str
    changes_late: list[LateChange]


class AskedTogether(Shape):
    """An hour to plan for several operators with my radios."""

    start_utc: Instant
    minutes: int = Field(default=60, ge=10, le=180)
    operators: list[Annotated[str, Field(max_length=60)]] = Field(max_length=12)
    radio_ids: list[int] = Field(max_length=12)


class TurnShape(Shape):
    """Who works which pass with which radios, from when to when."""

    operator: str
    passed: int
    radios: list[str]
    words: str
    begins_utc: datetime
    ends_utc: datetime


class HourPass(Shape):
    """A pass of the hour."""

    number: int
    satellite: str
    aos_utc: datetime
    los_utc: datetime
    max_elevation_deg: float


class LeftOut(Shape):
    """A satellite that nobody works, and why."""

    satellite: str
    why: str


class TogetherShape(Shape):
    """Who works what in an hour; ``best`` false where the time to look for better ran out."""

    start_utc: datetime
    minutes: int
    passes: list[HourPass]
    turns: list[TurnShape]
    operators: list[str]
    left: list[LeftOut]
    at_once_min: int
    best: bool


class MadeSheets(Shape):
    """The sheets that were made for a pass."""

    ids: list[str]


class ClockShape(Shape):
    """The server's time, for comparing."""

    now_utc: datetime
