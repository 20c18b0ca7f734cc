"""What a radio is: a profile, composed of a closed vocabulary of mechanisms.

A profile is data.  These frozen classes are what the loader makes of the YAML and
what twin, planner and audit read; nothing here knows a model by name.  Frequencies
are hertz, times milliseconds.  ``docs/profile-format.md`` explains each mechanism.
"""

from dataclasses import dataclass, field
from enum import StrEnum

from vocator.core.radio.domain import Domain, is_number
from vocator.core.radio.ground import CommonGround, Firmware, ShiftRule, VfoBand
from vocator.core.radio.screens import Screen


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
    SQUELCH = "squelch"
    ROWS = "rows"
    OTHER = "other"


CHANNEL_PARTS = frozenset(
    {
        Means.SHIFT, Means.OFFSET, Means.TONE_USE, Means.TONE, Means.CODE, Means.SEND_TONE,
        Means.OPEN_TONE, Means.SEND_CODE, Means.OPEN_CODE, Means.WIDTH, Means.POWER, Means.SEND_USE, Means.OPEN_USE,
        Means.MODE, Means.SEND_FREQUENCY, Means.POLARITY,
    }
)  # fmt: skip


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
    that this setting is for, -1 for any.  ``about`` says what it is for, where its meaning does not.
    ``shown`` is what the display calls it (empty: its name), ``editor`` the screen that its value is changed on,
    ``typed`` how digits say a value: ``hertz`` in units of ``digit_hz``, ``bare`` the figures of its text, ``number``
    its place among the values from 1.
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
    about: str = field(default="", compare=False)
    shown: str = ""
    editor: str = "value"
    typed: str = "hertz"


@dataclass(frozen=True, slots=True)
class IconRule:
    """An icon and what must hold for it: ``fact`` is one of the display's facts."""

    icon: str
    fact: str
    value: str


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
    group_texts: tuple[str, ...]
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
    shows_sending: bool
    edits_for_now: bool = False
    common: CommonGround = field(default_factory=CommonGround)
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
        if not is_number(text) or len(text) > 9 or self.group_size:
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
        return self.group_texts[index // self.group_size] if self.group_size and index < self.plain_slots else ""

    def slot_typed(self, text: str, beside: int) -> int | None:
        """Return the index of a slot whose number is typed, None for none: within the group of the slot ``beside`` where there are groups."""
        if not self.group_size:
            return self.slot_index(text)
        slots, at = self.group_of(beside), int(text) - self.first_slot if is_number(text) else -1
        return slots[at] if 0 <= at < len(slots) else None

    def may_send(self, hz: int) -> bool:
        """Whether the set transmits on ``hz``."""
        return any(low <= hz <= high for low, high in self.transmit_hz)

    def receives(self, hz: int) -> bool:
        """Whether the set listens on ``hz``."""
        return any(low <= hz <= high for low, high in self.receive_hz)
