"""What a radio is: a profile, composed of a closed vocabulary of mechanisms.

A profile is data.  These frozen classes are what the loader makes of the YAML and
what twin, planner and audit read; nothing here knows a model by name.  Frequencies
are hertz, times milliseconds.  ``docs/profile-format.md`` explains each mechanism.
"""

from dataclasses import dataclass, field
from enum import StrEnum
from typing import Protocol


class Means(StrEnum):
    """What a setting is for, in the product's words."""

    AUTO_SHIFT = "auto_shift"
    SHIFT = "shift"
    OFFSET = "offset"
    TONE_USE = "tone_use"
    TONE = "tone"
    CODE = "code"
    SEND_TONE = "send_tone"
    OPEN_TONE = "open_tone"
    SEND_CODE = "send_code"
    OPEN_CODE = "open_code"
    WIDTH = "width"
    POWER = "power"
    STEP = "step"
    BUSY_LOCK = "busy_lock"
    SEND_USE = "send_use"
    OPEN_USE = "open_use"
    WATCH = "watch"
    DUAL_WATCH = "dual_watch"
    TRANSMIT_ROW = "transmit_row"
    REVERSE = "reverse"
    SHOW = "show"
    GROUP = "group"
    BEEP = "beep"
    RESET = "reset"
    MODE = "mode"
    BAND = "band"
    SEND_FREQUENCY = "send_frequency"
    POLARITY = "polarity"
    OTHER = "other"


CHANNEL_PARTS = frozenset(
    {
        Means.SHIFT, Means.OFFSET, Means.TONE_USE, Means.TONE, Means.CODE, Means.SEND_TONE,
        Means.OPEN_TONE, Means.SEND_CODE, Means.OPEN_CODE, Means.WIDTH, Means.POWER, Means.SEND_USE, Means.OPEN_USE,
        Means.MODE, Means.SEND_FREQUENCY, Means.POLARITY,
    }
)  # fmt: skip


class Domain(Protocol):
    """The values of a setting in their printed order, addressed by index."""

    @property
    def count(self) -> int:
        """How many values there are."""

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""

    def meaning(self, index: int) -> str:
        """Return the product's value: a word, a tone, or hertz as digits."""

    def find_text(self, text: str) -> int | None:
        """Return the index of the value that the radio shows as ``text``."""

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of the value that stands for ``meaning``."""


@dataclass(frozen=True, slots=True)
class Choices:
    """A list of values, each with its text and its meaning."""

    texts: tuple[str, ...]
    meanings: tuple[str, ...]
    by_text: dict[str, int] = field(init=False, compare=False, repr=False)
    by_meaning: dict[str, int] = field(init=False, compare=False, repr=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "by_text", {t: i for i, t in reversed(list(enumerate(self.texts)))})
        object.__setattr__(self, "by_meaning", {m: i for i, m in reversed(list(enumerate(self.meanings)))})

    @property
    def count(self) -> int:
        """How many values there are."""
        return len(self.texts)

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""
        return self.texts[index]

    def meaning(self, index: int) -> str:
        """Return the product's value."""
        return self.meanings[index]

    def find_text(self, text: str) -> int | None:
        """Return the index of the value shown as ``text``."""
        return self.by_text.get(text)

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of the value that stands for ``meaning``."""
        return self.by_meaning.get(meaning)


@dataclass(frozen=True, slots=True)
class Amounts:
    """Frequencies in even steps, ``low_hz`` to ``high_hz``.

    Written in MHz with ``decimals`` places, the whole part filled with zeros to ``whole``
    digits; or, with ``bare_digits``, as a bare number of ``unit_hz``, at least so many digits.
    """

    low_hz: int
    high_hz: int
    step_hz: int
    decimals: int
    whole: int = 1
    bare_digits: int = 0
    unit_hz: int = 1000

    @property
    def count(self) -> int:
        """How many values there are."""
        return (self.high_hz - self.low_hz) // self.step_hz + 1

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""
        hz = self.low_hz + index * self.step_hz
        if self.bare_digits:
            return f"{hz // self.unit_hz:0{self.bare_digits}d}"
        mhz, rest = divmod(hz, 1_000_000)
        return f"{mhz:0{self.whole}d}.{rest:06d}"[: -(6 - self.decimals) or None]

    def meaning(self, index: int) -> str:
        """Return hertz as digits."""
        return str(self.low_hz + index * self.step_hz)

    def find_text(self, text: str) -> int | None:
        """Return the index of the value shown as ``text``."""
        if self.bare_digits:
            index = self.find_meaning(str(int(text) * self.unit_hz)) if text.isdigit() and len(text) < 12 else None
            return index if index is not None and self.text(index) == text else None
        whole, point, decimals = text.partition(".")
        if not point or not (whole + decimals).isdigit() or len(decimals) > 6:
            return None
        index = self.find_meaning(str(int(whole + decimals.ljust(6, "0"))))
        return index if index is not None and self.text(index) == text else None

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of an amount in hertz."""
        if not meaning.isdigit():
            return None
        index, rest = divmod(int(meaning) - self.low_hz, self.step_hz)
        return index if rest == 0 and 0 <= index < self.count else None


@dataclass(frozen=True, slots=True)
class OrNone:
    """A word for nothing, and then amounts: ``= RX``, or a transmit frequency."""

    word: str
    amounts: Amounts

    @property
    def count(self) -> int:
        """How many values there are."""
        return self.amounts.count + 1

    def text(self, index: int) -> str:
        """Write a value as the radio shows it."""
        return self.amounts.text(index - 1) if index else self.word

    def meaning(self, index: int) -> str:
        """Return ``none``, or hertz as digits."""
        return self.amounts.meaning(index - 1) if index else "none"

    def find_text(self, text: str) -> int | None:
        """Return the index of the value shown as ``text``."""
        index = self.amounts.find_text(text)
        return 0 if text == self.word else None if index is None else index + 1

    def find_meaning(self, meaning: str) -> int | None:
        """Return the index of an amount in hertz, 0 for ``none``."""
        index = self.amounts.find_meaning(meaning)
        return 0 if meaning == "none" else None if index is None else index + 1


@dataclass(frozen=True, slots=True)
class Setting:
    """One thing that can be set, by the radio's name and the product's meaning.

    ``new`` holds the index of the new value for each VFO band.  ``scope`` is ``set``,
    ``unit``, ``band``, ``unit_band`` or ``slot``.  ``inner`` gives for some values (by
    index) the setting whose list stands behind another key.
    ``then`` is the setting whose value opens
    when this one is kept, both being kept together.
    ``disturbs`` lists settings (by
    index) that are put to a value whenever this one is kept at anything but its first.
    ``digits`` says that the value is typed, so many digits in units of ``digit_hz``.
    ``clears`` lists settings (by index) that are put to a value whenever this one is kept,
    at whatever value.  ``snaps`` says that keeping this step moves the frequency down to it;
    ``by_step`` that a click changes the value by the tuning step.  ``band`` is the VFO band
    that this setting is for, -1 for any.
    """

    name: str
    means: Means
    domain: Domain
    new: tuple[int, ...]
    scope: str
    stored: bool
    wraps: bool = True
    turned: bool = True
    digits: int | None = None
    digit_hz: int = 1000
    disturbs: tuple[tuple[int, int], ...] = ()
    inner: tuple[tuple[int, int], ...] = ()
    then: int | None = None
    clears: tuple[tuple[int, int], ...] = ()
    snaps: bool = False
    by_step: bool = False
    band: int = -1


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
    """What a press does on a screen: a verb with its argument, in one mode only if ``mode`` is given."""

    press: Press
    verb: str
    arg: str = ""
    mode: str = ""


@dataclass(frozen=True, slots=True)
class Entry:
    """A line of a list: opens a setting's value, a screen, does a verb at once, or nothing."""

    name: str
    number: str = ""
    setting: int | None = None
    screen: str = ""
    mode: str = ""
    verb: str = ""


@dataclass(frozen=True, slots=True)
class Screen:
    """A screen: its kind, what it is shown as, its quiet time or window, its bindings.

    The parameters below belong to single kinds: ``digits``, ``fill_half`` and ``grid``
    to entries, ``entries`` … to lists, ``starts`` … to pickers, ``length`` … to labels,
    ``setting`` … to searches, ``word``, ``mark`` and ``face`` to rest screens.
    """

    name: str
    kind: str
    shows: str
    bind: tuple[Binding, ...]
    quiet_ms: int = 0
    window: bool = False
    icon: str = ""
    text: str = ""
    of: str = ""
    digits: int = 0
    fill_half: bool = False
    grid: str = "typed"
    entries: tuple[Entry, ...] = ()
    wraps: bool = False
    remembers: bool = False
    repeat_per_s: int = 0
    starts: str = "first"
    occupied: str = "overwrite"
    occupied_mark: str = ""
    second_save: bool = False
    asks: str = ""
    after: str = "home"
    message: str = ""
    length: int = 0
    characters: str = ""
    setting: int | None = None
    needs: tuple[int, tuple[int, ...]] | None = None
    step_ms: int = 400
    clicks_only: bool = False
    write_beep: str = ""
    shows_frequency: bool = True
    label_starts: str = "dots"
    trims: bool = False
    ends_reverse: bool = False
    rasters_hz: tuple[int, ...] = ()
    letters: tuple[tuple[str, str], ...] = ()
    hit_only: bool = False
    word: str = ""
    mark: str = ""
    face: str = ""
    quiet_keeps: bool = False
    live: bool = False
    closes: bool = False
    digit_ms: int = 0
    lets_through: bool = False
    stops: bool = False
    reading: str = ""
    first_hz: tuple[tuple[int, int], ...] = ()
    keyboard: bool = False
    chain: tuple[int, ...] = ()
    titles: tuple[str, ...] = ()
    touched: bool = False
    named: bool = True


@dataclass(frozen=True, slots=True)
class IconRule:
    """An icon and what must hold for it: ``fact`` is one of the display's facts."""

    icon: str
    fact: str
    value: str


@dataclass(frozen=True, slots=True)
class VfoBand:
    """A band of the VFO: what it spans and where it starts when new, hertz."""

    name: str
    low_hz: int
    high_hz: int
    new_hz: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class ShiftRule:
    """One line of an automatic shift table."""

    low_hz: int
    high_hz: int
    shift: str
    offset_hz: int


@dataclass(frozen=True, slots=True)
class Firmware:
    """A version of the radio's programme and how its owner tells it."""

    name: str
    told_by: str


@dataclass(frozen=True, slots=True)
class Profile:
    """A model of radio, with one firmware's numbering and one region's ranges applied."""

    model: str
    name: str
    kind: str
    firmware: str
    region: str
    receive_hz: tuple[tuple[int, int], ...]
    transmit_hz: tuple[tuple[int, int], ...]
    bands: tuple[VfoBand, ...]
    units: tuple[str, ...]
    unit_word: str
    unit_bands: tuple[int, ...]
    unit_of: tuple[tuple[str, int], ...]
    hears: str
    hears_when: tuple[tuple[int, int], ...]
    first_slot: int
    slot_texts: tuple[str, ...]
    slot_keys: tuple[str, ...]
    slot_digits: int
    call_slot: int
    group_size: int
    keys: tuple[str, ...]
    touches: tuple[str, ...]
    dials: tuple[str, ...]
    turn_keys: tuple[tuple[str, int], ...]
    free_keys: tuple[str, ...]
    settings: tuple[Setting, ...]
    screens: tuple[Screen, ...]
    icons: tuple[IconRule, ...]
    shift_table: tuple[ShiftRule, ...]
    label_length: int
    label_characters: str
    firmwares: tuple[Firmware, ...]
    frequency_format: str
    edits_slots: bool
    lit_labels: bool
    tune_hz: int
    weather_hz: int
    shift_on_click: bool
    burst_key: str
    panel: dict[str, object] = field(compare=False, repr=False, default_factory=dict)
    words: dict[str, str] = field(compare=False, repr=False, default_factory=dict)

    def screen(self, name: str) -> int:
        """Return the index of a screen; raises KeyError for an unknown name."""
        for index, screen in enumerate(self.screens):
            if screen.name == name:
                return index
        raise KeyError(name)

    def settings_for(self, means: Means) -> list[int]:
        """Return the indices of the settings with this meaning."""
        return [i for i, s in enumerate(self.settings) if s.means is means]

    def setting_for(self, means: Means) -> int | None:
        """Return the one setting with this meaning, None where the radio has none."""
        found = self.settings_for(means)
        return found[0] if found else None

    def setting_named(self, name: str) -> int:
        """Return the index of a setting by the radio's name; raises KeyError."""
        for index, setting in enumerate(self.settings):
            if setting.name == name:
                return index
        raise KeyError(name)

    @property
    def slot_count(self) -> int:
        """How many slots there are, a call slot counted too."""
        return len(self.slot_texts)

    @property
    def plain_slots(self) -> int:
        """How many slots memory mode goes through: all but a call slot."""
        return self.slot_count - (self.call_slot >= 0)

    def slot_text(self, index: int) -> str:
        """Write a slot as the radio shows it: ``007``."""
        return self.slot_texts[index]

    def slot_key(self, index: int) -> str:
        """Write a slot as the command line does: ``7``."""
        return self.slot_keys[index]

    def slot_index(self, text: str) -> int | None:
        """Return the index of a slot written either way, None outside the radio's range."""
        if text in self.slot_keys:
            return self.slot_keys.index(text)
        if text in self.slot_texts:
            return self.slot_texts.index(text)
        if not text.isdigit() or len(text) > 9 or self.group_size:
            return None
        index = int(text) - self.first_slot
        return index if 0 <= index < self.plain_slots else None

    def group_of(self, index: int) -> range:
        """Return the slots of the same group, all where slots have no groups of their own."""
        if not self.group_size:
            return range(self.plain_slots)
        first = index // self.group_size * self.group_size
        return range(first, first + self.group_size)

    def group_text(self, index: int) -> str:
        """Write the group of a slot: ``G3`` of ``G3-17``."""
        return self.slot_texts[index].partition("-")[0] if self.group_size else ""

    def may_send(self, hz: int) -> bool:
        """Whether the set transmits on ``hz``."""
        return any(low <= hz <= high for low, high in self.transmit_hz)

    def receives(self, hz: int) -> bool:
        """Whether the set listens on ``hz``."""
        return any(low <= hz <= high for low, high in self.receive_hz)
