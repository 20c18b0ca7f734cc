"""The shapes that the API speaks; the front end's types are made from them."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from vocator.core.channel.channel import FM


class Shape(BaseModel):
    """The base of all shapes: no unknown parts."""

    model_config = ConfigDict(extra="forbid", from_attributes=True)


class Health(Shape):
    """Whether the store answers; on the machine itself also how much room the disk has left, and how old the newest elements are."""

    ok: bool
    version: str
    disk_free_mb: int | None = None
    elements_age_days: float | None = None


class ChannelShape(Shape):
    """A channel; frequencies in hertz."""

    rx_hz: int
    tx_hz: int | None
    tone_mode: str
    tone_tx: str | None
    tone_rx: str | None
    dcs_tx: str | None
    dcs_rx: str | None
    width: str | None
    power: str | None = None
    label: str | None
    mode: str = FM


class SumLine(Shape):
    """A line of a worked sum."""

    name: str
    sign: str
    value: str
    why: str


class NoteShape(Shape):
    """A note on one field."""

    field: str
    text: str


class DoubtShape(Shape):
    """A question with its choices; a choice may be added to the line."""

    field: str
    question: str
    choices: list[str]


class MeaningShape(ChannelShape):
    """One of the channels that a line may mean: in what it differs from the others, and the choice that says so."""

    differs: str
    choice: str


class ResolutionShape(Shape):
    """What a line was understood as."""

    channel: ChannelShape
    receive_only: bool
    may_send: bool
    reasons: dict[str, str]
    notes: list[NoteShape]
    doubts: list[DoubtShape]
    readings: list[MeaningShape]
    power: str | None
    sum: list[SumLine]
    talk_around: str | None
    memory: str | None = None


class ResolveRequest(Shape):
    """A line to resolve by the station's region and receive setting."""

    line: str = Field(max_length=100_000)


class StationShape(Shape):
    """The station and its preferences."""

    call_sign: str = Field(default="", max_length=20)
    region: Literal["r2", "r1"] = "r2"
    may_send_on: list[str] = []
    receive: Literal["open", "closed"] = "open"
    way: Literal["long", "short"] = "long"
    theme: Literal["day", "dusk", "night"] = "day"
    latitude_deg: float | None = Field(default=None, ge=-90, le=90)
    longitude_deg: float | None = Field(default=None, ge=-180, le=180)
    height_m: float | None = Field(default=None, ge=-500, le=9000)
    chosen: bool = False
    mask: list[Annotated[list[float], Field(min_length=2, max_length=2)]] = Field(default=[], max_length=720)


class RestoredShape(Shape):
    """How many rows were restored."""

    rows: int


class SimplexShape(Shape):
    """A simplex channel that a region uses."""

    hz: int
    band: str
    calling: bool


class RegionShape(Shape):
    """A region pack in short."""

    id: str
    name: str
    note: str
    bands: list[str]
    simplex: list[SimplexShape]


class DisplayShape(Shape):
    """What a radio shows."""

    main: str
    slot: str | None
    icons: list[str]
    row: str | None
    screen: str
    text: str
    soft: list[str] = []


class PanelShape(Shape):
    """How a radio is drawn."""

    shape: str
    tint: str
    glass: str
    top: list[str]
    side: list[str]
    rows: list[list[str]]


class FirmwareShape(Shape):
    """A firmware and how it is told."""

    name: str
    told_by: str


class EntryShape(Shape):
    """One entry of a radio's lists: what it is for, and whether a channel cares."""

    name: str
    number: str
    values: list[str]
    words: str
    channel: bool


class ModelShape(Shape):
    """A model: what is needed to draw it and to choose it."""

    model: str
    name: str
    kind: str
    own: bool = False
    firmware: str
    firmwares: list[FirmwareShape]
    panel: PanelShape
    dials: list[str]
    pushes: list[str]
    holds: dict[str, list[float]]
    chords: list[str]
    units: list[str]
    unit_word: str
    slot_first: str
    slot_last: str
    slot_digits: int
    label_length: int
    powers: list[str]
    power_watts: list[float | None]
    power_lowest: str
    searches: bool
    searches_codes: bool = False
    entries: list[EntryShape] = []
    display: DisplayShape


class TakenProfile(Shape):
    """A profile that was taken: its model, its name, and what the audit names."""

    model: str
    name: str
    notes: list[str]


class WayHome(Shape):
    """How something open looks, and what leads home."""

    screen: str
    icon: str
    looks: str
    actions: list[str]


class BeyondShape(Shape):
    """What a radio cannot do: which part, why, and the nearest thing it can."""

    part: str
    why: str
    nearest: str


class GoalCell(Shape):
    """What a radio makes of a kind of goal."""

    verdict: Literal["yes", "some", "no", "refuted"]
    proven: int
    tried: int
    beyond: BeyondShape | None


class GoalRow(Shape):
    """One radio's row."""

    model: str
    name: str
    cells: dict[str, GoalCell]


class GoalTable(Shape):
    """Radios by kinds of goal."""

    kinds: list[str]
    radios: list[GoalRow]


class NewRadio(Shape):
    """A radio to add."""

    model: str = Field(max_length=60)
    firmware: str | None = Field(default=None, max_length=20)
    name: str = Field(default="", max_length=60)


class RadioName(Shape):
    """A radio's new name."""

    name: str = Field(min_length=1, max_length=60)


class SlotShape(Shape):
    """What is known of a slot."""

    slot: str
    state: str
    channel: ChannelShape | None
    changed_at: datetime | None


class RadioShape(Shape):
    """One of my radios with what is known of it."""

    id: int
    model: str
    model_name: str
    firmware: str
    name: str
    slot_keys: list[str]
    slot_texts: list[str]
    slot_count: int
    next_free: list[str]
    states: list[str]
    asked: bool
    waiting: list[str]
    slots: list[SlotShape]


class SlotEventShape(Shape):
    """A line of a slot's history."""

    at: datetime
    state: str
    text: str
    channel: ChannelShape | None


class SlotHistory(Shape):
    """A slot with its history."""

    slot: SlotShape
    history: list[SlotEventShape]
    sum: list[SumLine]


class SeenOnRadioShape(Shape):
    """What a radio's sheets rest on: seen on the radio, not yet, and in how many steps; each ``screen: press #mark``."""

    seen: list[str]
    not_yet: list[str]
    steps: int


class SlotNote(Shape):
    """What the operator says of a slot; ``shows`` is what stands on the display for a taken one, as a listing line."""

    state: Literal["unknown", "free", "occupied", "keep_out"]
    shows: str = Field(default="", max_length=100)


class SlotMarks(Shape):
    """What the operator says of ranges of slots: ``1-30``, ``3, 7``, ``all``, ``all but 40-60``."""

    state: Literal["unknown", "free", "occupied", "keep_out"]
    slots: str = Field(max_length=300)


class LogShape(Shape):
    """A line of the work log."""

    id: int
    at: datetime
    radio: str
    slot: str
    text: str
    proof: str
    outcome: str | None


class HeldShape(Shape):
    """A slot that is known to hold something, and what: null where that is not known."""

    slot: str
    slot_text: str
    rx_hz: int | None
    label: str | None
    row: int | None


class Problem(BaseModel):
    """A problem as RFC 9457 has it, with the four parts of a refusal where there are some."""

    type: str
    title: str
    status: int
    detail: str
    found: str | None = None
    where: str | None = None
    allowed: str | None = None
    do: str | None = None
    nearest: str | None = None
    doubts: list[DoubtShape] | None = None
    in_use: list[HeldShape] | None = None
    next_free: list[str] | None = None
    reference: str | None = None


class OtherDescription(Shape):
    """Another description of a radio, as YAML, and the places whose readings are taken over from it."""

    yaml: str = Field(max_length=300_000)
    take: list[Annotated[str, Field(max_length=300)]] = Field(default=[], max_length=300)


class DifferenceShape(Shape):
    """A place at which two descriptions differ; empty where one says nothing."""

    path: str
    here: str
    there: str


class LibraryEntry(Shape):
    """A profile of the club's library: whether it is taken in already, or why it cannot be."""

    file: str
    model: str
    name: str
    here: bool
    trouble: str
