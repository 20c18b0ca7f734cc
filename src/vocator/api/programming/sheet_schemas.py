"""The shapes of sheets, their steps, ticks and recoveries."""

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, Field, WithJsonSchema

from vocator.api.instants import Stamp
from vocator.api.schemas import ChannelShape, DisplayShape, Shape, SumLine
from vocator.core.goals.kind import About, Asks
from vocator.core.goals.sheet import LossKind
from vocator.core.planning.kinds import KINDS


def _goal_word(given: str) -> str:
    if given not in KINDS:
        raise ValueError(f"one of {', '.join(KINDS)}")
    return given


GoalWord = Annotated[str, AfterValidator(_goal_word), WithJsonSchema({"type": "string", "enum": list(KINDS)})]
"""The word of a kind of goal."""


class GoalField(Shape):
    """One thing to fill in for a goal, with what it may be where that is a choice."""

    name: Asks
    choices: list[str]


class BeyondShape(Shape):
    """Why a goal lies beyond a radio, and the nearest thing that it can do."""

    part: str
    why: str
    nearest: str


class GoalForm(Shape):
    """A kind of goal on a radio: what it asks for, and the words for choosing it."""

    word: GoalWord
    name: str
    about: About
    button: str
    reason: str
    fields: list[GoalField]
    beyond: BeyondShape | None


class NewSheet(Shape):
    """A sheet to make for one of my radios."""

    radio_id: int
    slot: str = Field(max_length=20)
    line: str = Field(default="", max_length=100_000)
    label: str | None = Field(default=None, max_length=200)
    power: str | None = Field(default=None, max_length=20)
    row: str | None = Field(default=None, max_length=20)
    key: str | None = Field(default=None, max_length=40)
    goal: GoalWord = "store"
    way: Literal["long", "short"] | None = None
    replace: bool = False


class FoundShape(Shape):
    """The tone or code that a search stood still on."""

    value: str = Field(max_length=20)


class TakenSlot(Shape):
    """A slot of a sheet in which something stood that nobody knew of."""

    slot: str = Field(max_length=20)


class NextFree(Shape):
    """The slots known to be free, the lowest first; none where nothing is known."""

    next_free: list[str]


class CapShape(Shape):
    """One thing to press."""

    kind: str
    key: str
    seconds: float
    held: str
    until: str
    way: str


class SlotLookShape(Shape):
    """How a free and a taken slot look before a step that writes it, and what leaves it as it is."""

    free: str
    taken: str
    leave: list[CapShape]
    free_display: DisplayShape | None
    taken_display: DisplayShape | None
    after: int = 0


class LossShape(Shape):
    """What goes for good with a step; one that is not meant is not drawn: what leaves the slot as it is stands in its place."""

    kind: LossKind
    slot_text: str
    sight: str
    meant: bool
    leave: list[CapShape]
    actions: list[str]
    """What leaves it, as it is written."""


class StepShape(Shape):
    """One step of a sheet."""

    number: int
    chapter: str
    group: str | None
    when: dict[str, Any] | None
    actions: list[str]
    caps: list[CapShape]
    spoken: str
    shows: str | None
    say: str
    why: str
    unsure: str = ""
    notes: bool = False
    branches: list[str] = []
    on_air: bool
    window_s: float
    done_as_new: bool
    band: bool = True
    display: DisplayShape
    look: SlotLookShape | None = None
    loss: LossShape | None = None


class Counts(Shape):
    """Effort."""

    taps: int
    holds: int
    clicks: int
    digits: int
    touches: int
    seconds: float


class LesserGoal(Counts):
    """The goal that is enough for a slot known to hold nearly this, why, and its effort."""

    goal: GoalWord
    button: str = "Take the shorter sheet"
    words: str


class ProofShape(Shape):
    """What the prover found."""

    verdict: str
    starts: int
    complete: bool = False
    states_log10: int | None = None


class ChangeShape(Shape):
    """One thing that a sheet leaves different, if it was so."""

    what: str
    unit: str | None
    before: str | None = Field(default=None, alias="from")
    to: str


class CertainShape(Shape):
    """What stands on the display after a step from every start: the main line, the slot, these icons."""

    main: bool
    slot: bool
    icons: list[str]


class DeepProof(ProofShape):
    """The proof from every state: where it fails, the exact condition; ``why`` also says what kept it from an end.

    ``certain`` says step by step what does not hang on the start.
    """

    why: str
    condition: str | None
    certain: list[CertainShape | None] = []


class GoalShape(Shape):
    """What a sheet is for."""

    slot: str
    channel: ChannelShape
    label: str | None


class PartShape(Shape):
    """One channel of a sheet of many: its slot and its steps."""

    slot: str
    slot_text: str
    label: str | None
    line: str
    channel: ChannelShape
    first: int
    last: int
    written_at: int
    read_back_at: int | None
    seconds: float


class NewBatch(Shape):
    """Many channels to make one sheet of, as CSV."""

    radio_id: int
    csv: str = Field(max_length=200_000)
    replace: bool = False


class SoughtShape(Shape):
    """What a search is for, and an example of it."""

    word: str
    example: str


class KindWords(Shape):
    """What a sheet's goal is about, what its slot is in the end, and what is still to be noted then."""

    about: About
    done: str
    sought: SoughtShape | None


class ChainShape(Shape):
    """Where a sheet stands among those that follow each other; ``back`` is the page that they belong to."""

    number: int
    of: int
    next: str | None
    back: str


class PutBackShape(Shape):
    """A setting that a sheet left different, with what may put it back; no keys where what was written needs it so."""

    what: str
    unit: str | None
    to: str
    goal: GoalWord
    keys: list[str]


class SheetContent(Shape):
    """All that is needed to follow a sheet, also without the server."""

    model: str
    firmware: str
    region: str
    radio_name: str
    radio_id: int
    my_name: str
    slot_text: str
    request: dict[str, Any]
    goal_kind: str
    goal: GoalShape
    proof: ProofShape
    counts: Counts
    changes: list[ChangeShape | str]
    limits: list[str]
    sum: list[SumLine]
    steps: list[StepShape]
    pages: list[list[int]]
    written_at: int
    read_back_at: int | None
    parts: list[PartShape] = []
    saved_s: float = 0
    way: str = "long"
    other_way: Counts | None = None
    less: LesserGoal | None = None
    chain: ChainShape | None = None
    put_back: list[PutBackShape] = []
    claims: list[list[str]] = []
    """For each step what of the radio's profile it rests on."""
    profile: str = ""
    """The digest of the profile that it was written by; empty for a sheet of an earlier version."""


class Standing(Shape):
    """Whether a sheet still stands: its radio's profile is the one it was written by, or it comes out the same by the present one."""

    changed: bool
    holds: bool
    why: str


class SheetShape(Shape):
    """A kept sheet."""

    id: str
    title: str
    status: str
    created_at: datetime
    ticked: list[int]
    kind: KindWords
    content: SheetContent


class SightShape(Shape):
    """A display that may be seen in place of the drawn one, and the likeliest slip behind it; ``right`` where it is none."""

    display: DisplayShape
    slip: str
    right: bool


class SeenShape(Shape):
    """What was seen after a step; null for nothing of what was offered; ``main`` a number that was typed off the main line."""

    text: str | None = Field(default=None, max_length=400)
    main: str = Field(default="", max_length=40)


class WayShape(Shape):
    """Keys that lead home."""

    actions: list[str]
    caps: list[CapShape]
    spoken: str
    display: DisplayShape


class RecoveryShape(Shape):
    """What happened, and the step to go on with after the way home."""

    found: bool
    where: str
    slips: list[str]
    harm: list[str]
    way: WayShape | None
    step: int
    right: bool
    complete: bool
    starts: int
    anew: bool


class SheetSummary(Shape):
    """A kept sheet in one line."""

    id: str
    title: str
    radio_id: int
    radio: str
    slot: str
    status: str
    created_at: datetime
    done: int
    steps: int


class TickShape(Shape):
    """One step done; the page makes the id."""

    id: str = Field(min_length=8, max_length=60)
    sheet_id: str = Field(max_length=40)
    step: int = Field(ge=0, le=10_000)
    at: Stamp
    done: bool = True
    outcome: Literal["opened", "heard_myself", "answered", "nothing", "off_air"] | None = None


class Ticks(Shape):
    """Ticks sent together, perhaps long after they were made."""

    ticks: list[TickShape] = Field(max_length=500)


class Kept(Shape):
    """The ids that are kept now, and what is to be told of them."""

    ids: list[str]
    notes: list[str] = []


class SheetStatusShape(Shape):
    """A sheet's new status."""

    status: Literal["open", "put_away"]
