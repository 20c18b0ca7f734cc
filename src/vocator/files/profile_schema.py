"""The shape of a profile file: the single source of its key sets and of its JSON Schema."""

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

Hz = int
Pair = tuple[Hz, Hz]


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid", populate_by_name=True)


class BandFile(_Strict):
    """A band of the VFO; ``new_hz`` is its new frequency for each row or side."""

    name: str
    low_hz: Hz = Field(strict=True)
    high_hz: Hz = Field(strict=True)
    new_hz: list[Hz]


class SlotsFile(_Strict):
    """How the slots are numbered."""

    first: int
    count: int = Field(gt=0, le=2000)
    digits: int = 3
    last: str = ""
    call: str = ""
    groups: int = 0
    prefix: str = ""


class LabelsFile(_Strict):
    """What a label may be."""

    length: int
    characters: str


class UnitsFile(_Strict):
    """Rows or sides."""

    word: str
    names: list[str]
    bands: list[str] = []
    owns: dict[str, str] = {}
    hears: Literal["one", "turns", "while_sending"] = "one"
    hears_when: dict[str, str] = {}


class InsertFile(_Strict):
    """An entry that a firmware inserts; every number from it up is one higher."""

    number: str
    name: str


class FirmwareFile(_Strict):
    """A firmware, how it is told, and what it inserts into lists."""

    name: str
    told_by: str
    insert: dict[str, InsertFile] = {}


class AmountsFile(_Strict):
    """Frequencies in even steps."""

    low_hz: Hz
    high_hz: Hz
    step_hz: Hz = Field(gt=0)
    decimals: int = 0
    whole: int = 1
    bare_digits: int = 0
    unit_hz: int = 1000
    none: str = ""


ToneList = Literal[
    "ctcss50", "ctcss38", "off_ctcss50", "Off_ctcss50", "Off_dcs_ni", "dcs_bare", "dcs_n", "off_dcs_n", "off_dcs_ni", "dcs_pairs"
]


class SettingFile(_Strict):
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
    digits: int | None = None
    digit_hz: int = 1000
    disturbs: dict[str, str] = {}
    inner: dict[str, str] = {}
    then: str = ""
    clears: dict[str, str] = {}
    snaps: bool = False
    by_step: bool = False
    band: str = ""
    prefix: str = ""


class EntryFile(_Strict):
    """A line of a list."""

    name: str
    number: str = ""
    opens: str = ""
    does: Literal["", "erase_shown"] = ""
    mode: str = Field(default="", alias="in")


class ScreenFile(_Strict):
    """A screen of any kind with the parameters of that kind."""

    kind: Literal["rest", "layer", "entry", "list", "value", "picker", "question", "label", "search", "panel"]
    shows: Literal["vfo", "memory", "call", "weather", "entry", "menu", "value", "picker", "label", "question", "search", ""] = ""
    bind: dict[str, str]
    quiet_s: float = 0
    window_s: float = 0
    icon: str = ""
    text: str = ""
    of: Literal["frequency", "slot", ""] = ""
    digits: int = 0
    fill_half: bool = False
    grid: Literal["typed", "begins_with", "step_down"] = "typed"
    entries: list[EntryFile] = []
    through: int | None = None
    wraps: bool = False
    remembers: bool = False
    repeat_per_s: int = 0
    starts: Literal["first", "lowest_free", "position"] = "first"
    occupied: Literal["overwrite", "refuse", "ask"] = "overwrite"
    occupied_mark: str = ""
    second_save: bool = False
    asks: str = ""
    after: Literal["home", "list", "memory", "stay"] = "home"
    message: str = ""
    clicks_only: bool = False
    write_beep: Literal["", "high", "double"] = ""
    shows_frequency: bool = True
    label_starts: Literal["dots", "old", "blank"] = "dots"
    trims: bool = False
    ends_reverse: bool = False
    first: int = 0
    rasters_hz: list[Hz] = []
    letters: dict[str, str] = {}
    hit_only: bool = False
    setting: str = ""
    needs: dict[str, list[str]] = {}
    step_ms: int = 400
    word: str = ""
    mark: str = ""
    face: Literal["", "number", "frequency", "beside"] = ""
    quiet_keeps: bool = False
    live: bool = False
    closes: bool = False
    digit_s: float = 0
    lets_through: bool = False
    stops: bool = False
    reading: Literal["", "bands", "whole_mhz"] = ""
    first_hz: list[Pair] = []
    keyboard: bool = False
    chain: list[str] = []
    titles: list[str] = []
    touched: bool = False
    named: bool = True


class PanelFile(_Strict):
    """How the radio is drawn: its glass and where its keys stand."""

    shape: Literal["handheld", "mobile", "base"]
    tint: Literal["sand", "moss", "slate", "clay", "straw", "fog"] = "sand"
    glass: Literal["segments", "dots", "touch"]
    top: list[str]
    side: list[str]
    rows: list[list[str]]


class IconFile(_Strict):
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


class ProfileFile(_Strict):
    """A whole profile."""

    model: str
    name: str
    kind: str
    receive_hz: list[Pair]
    transmit_hz: dict[Literal["r1", "r2"], list[Pair]]
    bands: list[BandFile]
    units: UnitsFile = UnitsFile(word="", names=["main"])
    slots: SlotsFile
    labels: LabelsFile | None = None
    firmwares: list[FirmwareFile]
    keys: list[str]
    dials: list[str]
    turn_keys: dict[str, int] = {}
    free_keys: list[str] = []
    touches: list[str] = []
    scrolled_past: list[str] = []
    auto_shift: bool = False
    shift_on_click: bool = False
    frequency_format: Literal["six", "eight", "dotted"] = "six"
    edits_slots: bool = False
    lit_labels: bool = False
    tune_hz: Hz = 0
    weather_hz: Hz = 0
    burst_key: str = ""
    panel: PanelFile
    settings: dict[str, SettingFile]
    screens: dict[str, ScreenFile]
    icons: list[IconFile]


def json_schema() -> dict[str, Any]:
    """Return the JSON Schema of a profile file."""
    return ProfileFile.model_json_schema(by_alias=True)
