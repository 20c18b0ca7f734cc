"""The shape of a profile file: the single source of its key sets and of its JSON Schema."""

from typing import Annotated, Any, Literal, Self

from pydantic import Field, model_validator

from vocator.files.screen_schema import Hz, Pair, ScreenFile, Small, Strict

MOST_VALUES = 200_000_000
"""So many values an amount may have: a radio's dial goes no further."""


class BandFile(Strict):
    """A band of the VFO; ``new_hz`` is its new frequency for each row or side."""

    name: str
    low_hz: Hz = Field(strict=True)
    high_hz: Hz = Field(strict=True)
    new_hz: list[Hz]
    auto_step_hz: Hz = Field(default=5_000, gt=0)


class CommonFile(Strict):
    """Times and signs in which a radio differs from the common ground."""

    tap_s: float = Field(default=0.5, gt=0, le=5)
    hold_s: float = Field(default=1, gt=0, le=10)
    message_s: float = Field(default=1, ge=0, le=10)
    letter_s: float = Field(default=1, gt=0, le=10)
    error: str = Field(default="Err", min_length=1, max_length=20)
    open: str = Field(default="OPEN", min_length=1, max_length=20)
    coarse: str = Field(default="M", min_length=1, max_length=20)
    assigned: str = Field(default="SET", min_length=1, max_length=20)


class SlotsFile(Strict):
    """How the slots are numbered."""

    first: Small
    count: int = Field(gt=0, le=2000)
    digits: int = Field(default=3, ge=0, le=6)
    last: str = ""
    call: str = ""
    groups: int = Field(default=0, ge=0, le=100)
    prefix: str = ""
    banks: list[str] = Field(default=[], max_length=100)
    pattern: str = Field(default="", max_length=60)


class LabelsFile(Strict):
    """What a label may be."""

    length: int = Field(gt=0, le=40)
    characters: str = Field(min_length=1, max_length=200)


class UnitsFile(Strict):
    """Rows or sides."""

    word: str
    names: list[str] = Field(min_length=1, max_length=8)
    bands: list[str] = []
    owns: dict[str, str] = {}
    hears: Literal["one", "turns", "while_sending"] = "one"
    hears_when: dict[str, str] = {}


class InsertFile(Strict):
    """An entry that a firmware inserts; every number from it up is one higher."""

    number: str
    name: str


class FirmwareFile(Strict):
    """A firmware, how it is told, and what it inserts into lists."""

    name: str
    told_by: str
    insert: dict[str, InsertFile] = {}


class AmountsFile(Strict):
    """Frequencies in even steps."""

    low_hz: Hz
    high_hz: Hz
    step_hz: Hz = Field(gt=0)
    decimals: int = Field(default=0, ge=0, le=6)
    whole: int = Field(default=1, ge=1, le=6)
    bare_digits: int = Field(default=0, ge=0, le=12)
    unit_hz: int = Field(default=1000, gt=0, le=1_000_000)
    none: str = ""

    @model_validator(mode="after")
    def _few(self) -> Self:
        if not 0 <= self.high_hz - self.low_hz <= MOST_VALUES * self.step_hz:
            raise ValueError(f"low_hz to high_hz, at most {MOST_VALUES} steps apart")
        return self


ToneList = Literal[
    "ctcss50", "ctcss38", "off_ctcss50", "off_ctcss38", "Off_ctcss50", "Off_dcs_ni", "dcs_bare", "dcs_n", "off_dcs_n", "off_dcs_ni", "dcs_pairs",
    "off_ctcss50_dcs_n", "off_ctcss50_dcs_ni", "off_ctcss50_dcs_pairs", "off_ctcss38_dcs_n", "off_ctcss38_dcs_ni", "off_ctcss38_dcs_pairs",
]  # fmt: skip


class SettingFile(Strict):
    """One setting: exactly one of ``values``, ``tones`` and ``amounts`` says what it can be."""

    means: str
    values: dict[str, str] | None = None
    tones: ToneList | None = None
    amounts: AmountsFile | None = None
    new: str | list[str]
    scope: Literal["set", "unit", "band", "unit_band", "slot"]
    stored: bool = False
    wraps: bool = True
    turned: bool = True
    digits: int | None = Field(default=None, ge=1, le=12)
    digit_hz: int = Field(default=1000, gt=0, le=1_000_000)
    disturbs: dict[str, str] = {}
    inner: dict[str, str] = {}
    then: str = ""
    clears: dict[str, str] = {}
    snaps: bool = False
    by_step: bool = False
    band: str = ""
    prefix: str = ""
    code_prefix: str = Field(default="", max_length=4)
    about: str = Field(default="", max_length=200)
    shown: str = Field(default="", max_length=40)
    edited_on: str = "value"
    typed: Literal["hertz", "bare", "number"] = "hertz"


class PanelFile(Strict):
    """How the radio is drawn: its glass and where its keys stand."""

    shape: Literal["handheld", "mobile", "base"]
    tint: Literal["sand", "moss", "slate", "clay", "straw", "fog"] = "sand"
    glass: Literal["segments", "dots", "touch"]
    top: list[str]
    side: list[str]
    rows: list[list[str]]


class IconFile(Strict):
    """An icon and the one fact that lights it."""

    icon: str
    shift: str | None = None
    split: str | None = None
    tone_use: str | None = None
    use: str | None = None
    signalling: str | None = None
    power: str | None = None
    width: str | None = None
    mode: str | None = None
    sent: str | None = None
    opened: str | None = None
    reverse: str | None = None
    setting: str | None = None


class UnknownFile(Strict):
    """Something that the manual does not say: a path in this file, and how else it may read."""

    path: list[str | int] = Field(min_length=1, max_length=10)
    readings: list[Any] = Field(min_length=1, max_length=6)
    why: str = Field(default="the manual does not say", max_length=200)


class ProfileFile(Strict):
    """A whole profile."""

    model: str
    name: str
    kind: str
    receive_hz: list[Pair] = Field(min_length=1, max_length=40)
    transmit_hz: dict[Literal["r1", "r2"], list[Pair]]
    bands: list[BandFile] = Field(min_length=1, max_length=20)
    units: UnitsFile = UnitsFile(word="", names=["main"])
    slots: SlotsFile
    labels: LabelsFile | None = None
    firmwares: list[FirmwareFile] = Field(min_length=1, max_length=20)
    keys: list[str] = Field(max_length=200)
    dials: list[str] = Field(max_length=20)
    turn_keys: dict[str, Annotated[int, Field(ge=-20, le=20)]] = Field(default={}, max_length=20)
    free_keys: list[str] = []
    touches: list[str] = []
    scrolled_past: list[str] = []
    auto_shift: bool = False
    shift_on_click: bool = False
    frequency_format: Literal["six", "eight", "dotted"] = "six"
    edits_slots: bool = False
    edits_for_now: bool = False
    lit_labels: bool = False
    tune_hz: Hz = 0
    weather_hz: Hz = 0
    shows_sending: bool = False
    burst_key: str = ""
    common: CommonFile = CommonFile()
    panel: PanelFile
    settings: dict[str, SettingFile] = Field(max_length=300)
    screens: dict[str, ScreenFile] = Field(max_length=200)
    icons: list[IconFile] = Field(max_length=200)
    unknown: list[UnknownFile] = Field(default=[], max_length=12)


def json_schema() -> dict[str, Any]:
    """Return the JSON Schema of a profile file."""
    return ProfileFile.model_json_schema(by_alias=True)
