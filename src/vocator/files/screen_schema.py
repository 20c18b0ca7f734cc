"""The shape of a screen in a profile file: one model for each kind, told apart by ``kind``."""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

Hz = Annotated[int, Field(ge=0, le=10_000_000_000)]
Small = Annotated[int, Field(ge=0, le=400)]
Seconds = Annotated[float, Field(ge=0, le=600)]
Pair = tuple[Hz, Hz]


class Strict(BaseModel):
    """A part of a profile file: keys that it does not know are refused."""

    model_config = ConfigDict(extra="forbid", populate_by_name=True, str_max_length=4_000)


class EntryFile(Strict):
    """A line of a list."""

    name: str
    number: str = ""
    opens: str = ""
    does: Literal["", "erase_shown"] = ""
    mode: str = Field(default="", alias="in")
    shown: str = Field(default="", max_length=40)
    sets: str = ""


class AnyScreenFile(Strict):
    """What a screen of any kind may say."""

    kind: str
    shows: Literal["vfo", "memory", "call", "weather", "entry", "menu", "value", "picker", "label", "question", "search", ""] = ""
    bind: dict[str, str | list[str]] = Field(max_length=200)
    quiet_s: Seconds = 0
    window_s: Seconds = 0
    quiet: str = "home"
    soft: dict[str, str] = Field(default={}, max_length=20)
    mark: str = ""


class RestFile(AnyScreenFile):
    """VFO, memory, call or weather mode."""

    kind: Literal["rest"]
    icon: str = ""
    word: str = ""
    face: Literal["", "number", "frequency", "beside"] = ""


class LayerFile(AnyScreenFile):
    """A lit second meaning of keys."""

    kind: Literal["layer"]
    icon: str = ""
    lets_through: bool = False


class PageFile(AnyScreenFile):
    """A page of a mode."""

    kind: Literal["page"]
    icon: str = ""
    text: str = ""
    lets_through: bool = False


class PanelScreenFile(AnyScreenFile):
    """Buttons on a touch screen."""

    kind: Literal["panel"]
    text: str = ""
    needs: dict[str, list[str]] = {}


class EntryScreenFile(AnyScreenFile):
    """Half-typed digits."""

    kind: Literal["entry"]
    of: Literal["frequency", "slot", ""] = ""
    digits: int = Field(default=0, ge=0, le=12)
    fill_half: bool = False
    grid: Literal["typed", "begins_with", "step_down"] = "typed"
    rasters_hz: list[Hz] = []
    ends_reverse: bool = False
    reading: Literal["", "bands", "whole_mhz", "zeros"] = ""
    first_hz: list[Pair] = []


class FiguresFile(AnyScreenFile):
    """A number with a cursor under one figure."""

    kind: Literal["figures"]
    of: Literal["frequency", ""] = ""
    fill_half: bool = False
    grid: Literal["typed", "begins_with", "step_down"] = "typed"
    rasters_hz: list[Hz] = []
    carry: bool = False
    cursor_at: Small = 0
    named: bool = True


class ListFile(AnyScreenFile):
    """A set list or menu."""

    kind: Literal["list"]
    entries: list[EntryFile] = Field(default=[], max_length=400)
    through: Small | None = None
    first: Small = 0
    digits: int = Field(default=0, ge=0, le=12)
    digit_s: Seconds = 0
    wraps: bool = False
    remembers: bool = False
    opens: bool = False
    live: bool = False
    closes: bool = False
    touched: bool = False


class ValueFile(AnyScreenFile):
    """One setting open."""

    kind: Literal["value"]
    setting: str = ""
    repeat_per_s: Small = 0
    named: bool = True
    touched: bool = False


class WritingFile(AnyScreenFile):
    """What may write a slot."""

    text: str = ""
    occupied_text: str = Field(default="", max_length=40)
    after: Literal["", "home", "list", "memory", "stay"] = ""
    moves_on: Literal["", "next", "next_free"] = ""
    write_beep: Literal["", "high", "double"] = ""


class PickerFile(WritingFile):
    """A list of slots."""

    kind: Literal["picker"]
    digits: int = Field(default=0, ge=0, le=12)
    starts: Literal["first", "lowest_free", "position", "written", "after_written"] = "first"
    order: Literal["numbers", "free_first", "taken_first"] = "numbers"
    passes: Literal["", "taken", "free"] = ""
    stops: bool = False
    touched: bool = False
    clicks_only: bool = False
    occupied: Literal["overwrite", "refuse", "ask"] = "overwrite"
    occupied_mark: str = ""
    second_save: bool = False
    asks: str = ""
    message: str = ""
    shows_frequency: bool = True
    blinks: Literal["free", "occupied"] = "free"
    letters: dict[str, str] = {}
    goes_on: bool = False


class QuestionFile(WritingFile):
    """Yes or no."""

    kind: Literal["question"]


class LabelFile(AnyScreenFile):
    """A name."""

    kind: Literal["label"]
    label_starts: Literal["dots", "old", "blank"] = "dots"
    trims: bool = False
    letters: dict[str, str] = {}
    goes_on: bool = False
    keyboard: bool = False


class SearchFile(AnyScreenFile):
    """A search for a tone or code."""

    kind: Literal["search"]
    icon: str = ""
    setting: str = ""
    chain: list[str] = []
    titles: list[str] = []
    needs: dict[str, list[str]] = {}
    step_ms: int = Field(default=400, gt=0, le=60_000)
    hit_only: bool = False
    gives: dict[Literal["tone", "code"], dict[str, str]] = {}


ScreenFile = Annotated[
    RestFile
    | LayerFile
    | PageFile
    | PanelScreenFile
    | EntryScreenFile
    | ListFile
    | ValueFile
    | FiguresFile
    | PickerFile
    | QuestionFile
    | LabelFile
    | SearchFile,
    Field(discriminator="kind"),
]
"""A screen of any of the kinds."""

SCREEN_FILES: dict[str, type[AnyScreenFile]] = {
    "rest": RestFile, "layer": LayerFile, "page": PageFile, "panel": PanelScreenFile, "entry": EntryScreenFile, "list": ListFile,
    "value": ValueFile, "figures": FiguresFile, "picker": PickerFile, "question": QuestionFile, "label": LabelFile, "search": SearchFile,
}  # fmt: skip
"""The model of each kind."""


def fields_of(kind: str) -> dict[str, Any]:
    """Return what a screen of a kind may say, by name, none for a kind that there is not."""
    return dict(SCREEN_FILES[kind].model_fields) if kind in SCREEN_FILES else {}
