"""The screens of a radio: one class for each kind, and what their keys do there.

A screen is data, like the profile that it stands in.  Times are milliseconds, frequencies hertz; settings are
referred to by their index, screens by name.  ``docs/profile-format.md`` explains each parameter.
"""

from dataclasses import dataclass
from typing import ClassVar


@dataclass(frozen=True, slots=True)
class Press:
    """One thing that a hand can do: ``tap``, ``hold``, ``turn``, ``pair`` or ``digits``, maybe while ``held`` is down.

    A ``pair`` is two keys, ``UP/DOWN``: the first counts as a click clockwise, the second as
    one back.  Keys that begin with ``touch`` are buttons on a screen.
    """

    kind: str
    key: str = ""
    ms: int = 0
    held: str = ""


@dataclass(frozen=True, slots=True)
class Binding:
    """What a press does on a screen: a verb with its argument, in one mode only if ``mode`` is given.

    ``only`` is a setting and the value at which it works.  A click counts for ``by`` of them; ``stops`` ends what
    else goes round.
    """

    press: Press
    verb: str
    arg: str = ""
    mode: str = ""
    only: tuple[int, int] | None = None
    by: int = 1
    stops: bool = False


@dataclass(frozen=True, slots=True)
class Entry:
    """A line of a list: opens a setting's value, a screen, does a verb at once, or nothing; ``shown`` is what stands on the display (empty: its name)."""

    name: str
    number: str = ""
    setting: int | None = None
    screen: str = ""
    mode: str = ""
    verb: str = ""
    shown: str = ""

    @property
    def text(self) -> str:
        """What stands on the display for it."""
        return self.shown or self.name


QUIET = ("home", "back", "keep", "keep_back", "take")
"""What a screen does when it is left alone, where it does not go to a page."""


@dataclass(frozen=True, kw_only=True)
class Screen:
    """What a screen of any kind has: how it is shown, its quiet time or window, its bindings,
    the words over its keys, what stands at the top of it (``mark``, ``{slot}`` in it)."""

    kind: ClassVar[str]
    name: str
    shows: str
    bind: tuple[Binding, ...]
    quiet_ms: int = 0
    window: bool = False
    quiet: str = "home"
    soft: tuple[tuple[str, str], ...] = ()
    mark: str = ""

    @property
    def left_to(self) -> str:
        """The page that comes when it is left alone; empty where none does."""
        return self.quiet if self.quiet_ms and self.quiet not in QUIET else ""

    @property
    def over_rest(self) -> bool:
        """Whether it shows what a rest screen shows: one itself, or a layer or page over it."""
        return isinstance(self, OverRest)


@dataclass(frozen=True, kw_only=True)
class OverRest(Screen):
    """What shows the rest screen's line: that itself, or a layer or page over it; ``icon`` lights while it shows."""

    icon: str = ""


@dataclass(frozen=True, kw_only=True)
class RestScreen(OverRest):
    """VFO, memory, call or weather mode; ``word`` is the mode's on the display, ``face`` the large line."""

    kind: ClassVar[str] = "rest"
    word: str = ""
    face: str = ""


@dataclass(frozen=True, kw_only=True)
class LayerScreen(OverRest):
    """A lit second meaning of keys, out after the next one; with ``lets_through`` any other key works as at rest."""

    kind: ClassVar[str] = "layer"
    lets_through: bool = False


@dataclass(frozen=True, kw_only=True)
class PageScreen(OverRest):
    """A page of a mode, with keys of its own, until it is left."""

    kind: ClassVar[str] = "page"
    text: str = ""
    lets_through: bool = False


@dataclass(frozen=True, kw_only=True)
class PanelScreen(Screen):
    """Buttons on a touch screen, each with its value; ``needs`` is a setting and the values at which it opens."""

    kind: ClassVar[str] = "panel"
    text: str = ""
    needs: tuple[int, tuple[int, ...]] | None = None


@dataclass(frozen=True, kw_only=True)
class FrequencyScreen(Screen):
    """What figures are put in on: ``of`` frequency or slot; off the step ``grid`` and ``rasters_hz`` say what becomes of it."""

    of: str = ""
    digits: int = 0
    fill_half: bool = False
    grid: str = "typed"
    rasters_hz: tuple[int, ...] = ()


@dataclass(frozen=True, kw_only=True)
class EntryScreen(FrequencyScreen):
    """Half-typed digits; with ``reading`` any number of them stands for a frequency."""

    kind: ClassVar[str] = "entry"
    ends_reverse: bool = False
    reading: str = ""
    first_hz: tuple[tuple[int, int], ...] = ()


@dataclass(frozen=True, kw_only=True)
class FiguresScreen(FrequencyScreen):
    """A number with a cursor under one figure, which begins at ``cursor_at``; with ``carry`` turning goes up and down."""

    kind: ClassVar[str] = "figures"
    carry: bool = False
    cursor_at: int = 0
    named: bool = True


@dataclass(frozen=True, kw_only=True)
class ListScreen(Screen):
    """A set list or menu."""

    kind: ClassVar[str] = "list"
    digits: int = 0
    entries: tuple[Entry, ...] = ()
    wraps: bool = False
    remembers: bool = False
    live: bool = False
    closes: bool = False
    opens: bool = False
    digit_ms: int = 0
    touched: bool = False


@dataclass(frozen=True, kw_only=True)
class ValueScreen(Screen):
    """One setting open: ``setting`` where it is always the same, else the one that was opened."""

    kind: ClassVar[str] = "value"
    setting: int | None = None
    repeat_per_s: int = 0
    named: bool = True
    touched: bool = False


@dataclass(frozen=True, kw_only=True)
class Writing(Screen):
    """What may write a slot: what a taken one shows, where it leads afterwards, what it goes on to, how it beeps."""

    text: str = ""
    occupied_text: str = ""
    after: str = ""
    moves_on: str = ""
    write_beep: str = ""


@dataclass(frozen=True, kw_only=True)
class PickerScreen(Writing):
    """A list of slots to choose from."""

    kind: ClassVar[str] = "picker"
    digits: int = 0
    starts: str = "first"
    order: str = "numbers"
    passes: str = ""
    stops: bool = False
    touched: bool = False
    clicks_only: bool = False
    occupied: str = "overwrite"
    occupied_mark: str = ""
    second_save: bool = False
    asks: str = ""
    message: str = ""
    shows_frequency: bool = True
    blinks: str = "free"
    letters: tuple[tuple[str, str], ...] = ()
    length: int = 0
    goes_on: bool = False


@dataclass(frozen=True, kw_only=True)
class QuestionScreen(Writing):
    """Yes or no."""

    kind: ClassVar[str] = "question"


@dataclass(frozen=True, kw_only=True)
class LabelScreen(Screen):
    """A name, place by place, by repeated taps (``letters``) or on a keyboard."""

    kind: ClassVar[str] = "label"
    length: int = 0
    characters: str = ""
    label_starts: str = "dots"
    trims: bool = False
    letters: tuple[tuple[str, str], ...] = ()
    goes_on: bool = False
    keyboard: bool = False


@dataclass(frozen=True, kw_only=True)
class SearchScreen(Screen):
    """A search for a tone or code: of ``setting``, else the one open, or through a ``chain`` of them; ``gives`` says what is put where."""

    kind: ClassVar[str] = "search"
    icon: str = ""
    setting: int | None = None
    chain: tuple[int, ...] = ()
    titles: tuple[str, ...] = ()
    needs: tuple[int, tuple[int, ...]] | None = None
    step_ms: int = 400
    hit_only: bool = False
    gives: tuple[tuple[str, tuple[tuple[int, int], ...]], ...] = ()


SCREEN_KINDS: dict[str, type[Screen]] = {
    cls.kind: cls
    for cls in (
        RestScreen, LayerScreen, PageScreen, PanelScreen, EntryScreen, ListScreen, ValueScreen, FiguresScreen, PickerScreen, QuestionScreen,
        LabelScreen, SearchScreen,
    )
}  # fmt: skip
"""The class of each kind of screen."""

FOUND = -1
"""Among what a search gives: the value found, in place of the index of one."""
