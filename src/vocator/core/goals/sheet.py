"""A sheet: chapters of steps that a person can follow, closed-loop."""

from collections.abc import Iterable
from dataclasses import asdict, dataclass
from enum import StrEnum
from typing import Any

from vocator.core.radio.display import Display

FOUND = "the tone found"
"""Stands in an action for what the operator noted when a search stood still."""


@dataclass(frozen=True, slots=True)
class When:
    """Facts that must all hold on the display for a step to be done."""

    slot_shown: bool | None = None
    shows: str | None = None
    not_shows: str | None = None
    icon: str | None = None
    no_icon: str | None = None
    row: str | None = None
    screen: str | None = None

    def holds(self, seen: Display) -> bool:
        """Whether all facts hold on what is seen."""
        return (
            (self.screen is None or seen.screen == self.screen)
            and (self.row is None or seen.row == self.row)
            and (self.slot_shown is None or (seen.slot is not None) == self.slot_shown)
            and (self.shows is None or seen.stands(self.shows))
            and (self.not_shows is None or not seen.stands(self.not_shows))
            and (self.icon is None or self.icon in seen.icons)
            and (self.no_icon is None or self.no_icon not in seen.icons)
        )

    def as_dict(self) -> dict[str, Any]:
        """Return the facts that are given."""
        return {k: v for k, v in asdict(self).items() if v is not None}


@dataclass(frozen=True, slots=True)
class SlotLook:
    """What a slot shows before something is written into it or erased: how a free and a taken one look, in words.

    ``free`` is empty where the step itself stands for a taken slot.  ``leave`` are the actions that leave the slot as it is.
    ``after`` is the number of the step's actions that come before the look: all keys inside a window are one step.
    """

    free: str
    taken: str
    leave: tuple[str, ...]
    after: int = 0


class LossKind(StrEnum):
    """What becomes of the channel that a slot holds."""

    ERASED = "erased"
    OVERWRITTEN = "overwritten"


@dataclass(frozen=True, slots=True)
class Loss:
    """What a step takes for good from the slot it is done to.

    ``sight`` stands on the display before it, empty where nothing tells.  ``leave`` are the actions that leave the slot as it is.  A step whose loss is not
    ``meant`` is part of the sheet, so that it holds from every state, and is never shown as what comes next: only the way out is.
    """

    kind: LossKind
    slot: str
    sight: str
    leave: tuple[str, ...]
    meant: bool = False


@dataclass(frozen=True, slots=True)
class Step:
    """One step: what to press, what then stands on the display, and why.

    Steps next to each other with one ``group`` are alternatives.  A step without actions
    is a look.  ``window_s`` is the time within which all its keys must fall, 0 for none.
    ``notes`` says that the operator notes what the main line shows after it.  ``unsure`` says what the manual does not
    promise of it.  ``look`` is what to look at before or within it, ``branches`` are what else may come of it, with what to do then.
    ``loss`` is what goes for good with it.
    """

    actions: tuple[str, ...]
    shows: str | None = None
    say: str = ""
    why: str = ""
    when: When | None = None
    group: str | None = None
    on_air: bool = False
    window_s: float = 0
    notes: bool = False
    unsure: str = ""
    look: SlotLook | None = None
    branches: tuple[str, ...] = ()
    loss: Loss | None = None

    def drawn(self) -> tuple[str, ...]:
        """Return the actions that are shown as what comes next: the way out, where those of the step take what nobody wants to lose."""
        return self.loss.leave if self.loss and not self.loss.meant else self.actions

    def as_dict(self, to_read: bool = False) -> dict[str, Any]:
        """Return the form that the command line speaks; ``to_read`` with the actions as drawn."""
        return {
            "group": self.group,
            "when": self.when.as_dict() if self.when else None,
            "actions": list(self.drawn() if to_read else self.actions),
            "shows": self.shows,
            "say": self.say,
            "why": ". ".join((self.why, *self.branches)),
            "on_air": self.on_air,
        }


class ChapterKind(StrEnum):
    """A part of the work; its value is the title that the sheet bears."""

    READY = "Ready"
    CLEAR = "Clear"
    FREQUENCY = "Frequency"
    SHIFT = "Shift"
    TONE = "Tone"
    WIDTH_AND_POWER = "Width and power"
    TRY = "Try"
    STORE = "Store"
    NAME = "Name"
    GROUP = "Group"
    SET = "Set"
    READ_BACK = "Read back"
    OTHER = "Other"
    """A chapter of a sheet that somebody else wrote, with a title of its own."""


MAY_SEND = frozenset({ChapterKind.TRY, ChapterKind.READ_BACK})
"""Where steps on the air may stand."""
WITH_BAND = MAY_SEND | {ChapterKind.TONE}
"""Where it matters what is heard."""


@dataclass(frozen=True, slots=True)
class Chapter:
    """A part of the work."""

    kind: ChapterKind
    steps: tuple[Step, ...]


class Part(StrEnum):
    """What a sheet may leave different beside settings."""

    ROW = "row in use"
    MODE = "mode"
    FREQUENCY = "frequency"
    POSITION = "memory position"
    SQUELCH = "squelch"
    REVERSE = "reverse"
    GROUP = "group"


@dataclass(frozen=True, slots=True)
class Change:
    """One thing that a sheet leaves different, if it was so: a setting by its name, or a part; of one unit, or of the whole set.

    ``before`` is None where it depends on the start.
    """

    what: str
    unit: str | None
    to: str
    before: str | None = None

    def as_dict(self) -> dict[str, str | None]:
        """Return the form that the command line speaks."""
        return {"what": self.what, "unit": self.unit, "from": self.before, "to": self.to}

    @classmethod
    def from_dict(cls, given: dict[str, str | None]) -> "Change":
        """Read that form; raises KeyError."""
        return cls(str(given["what"]), given.get("unit"), str(given["to"]), given.get("from"))


@dataclass(frozen=True, slots=True)
class Sheet:
    """The key sequence for one goal on one radio.

    ``counts_on`` names the settings that a short way leaves as they are, with the values that they must have.
    ``aside`` names those of the VFO that were set on the way to the channel and are no part of it: the tuning step.
    """

    model: str
    firmware: str
    chapters: tuple[Chapter, ...]
    limits: tuple[str, ...] = ()
    changes: tuple[Change, ...] = ()
    counts_on: tuple[Change, ...] = ()
    aside: tuple[Change, ...] = ()

    def steps(self) -> list[Step]:
        """Return all steps in order."""
        return [step for chapter in self.chapters for step in chapter.steps]


def needs_noted(steps: Iterable[Step]) -> bool:
    """Whether some steps write what was noted before them: a tone found, which they do not find themselves."""
    for step in steps:
        if any(FOUND in action for action in step.actions):
            return True
        if step.notes:
            return False
    return False


def grouped(steps: tuple[Step, ...] | list[Step]) -> list[list[Step]]:
    """Put alternatives together: runs of neighbouring steps with one group."""
    runs: list[list[Step]] = []
    for step in steps:
        if runs and step.group is not None and runs[-1][0].group == step.group:
            runs[-1].append(step)
        else:
            runs.append([step])
    return runs
