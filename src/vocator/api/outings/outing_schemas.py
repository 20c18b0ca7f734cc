"""The shapes of outings, their board, findings, reach and links."""

from datetime import datetime
from typing import Any, Literal

from pydantic import Field

from vocator.api.schemas import Shape


class OutingIn(Shape):
    """An outing as it is kept and exchanged; ``version`` is the one it was changed from."""

    version: int = 0
    outing: dict[str, Any]


class OutingSummary(Shape):
    """An outing in one line."""

    id: int
    name: str
    place: str
    first_day: str
    channels: int
    people: int


class ChannelOfOuting(Shape):
    """A channel of the outing as it was understood."""

    id: str
    name: str
    role: str
    line: str
    short: str
    off_air: bool
    rx_hz: int | None
    tx_hz: int | None
    tone: str
    width: str


class CellShape(Shape):
    """A channel on a person's radio."""

    channel: str
    state: Literal["none", "unclear", "beyond", "changed", "planned", "written", "read_back", "checked"]
    slot: str
    slot_text: str
    label: str
    why: str
    sheet: str | None


class PersonBoard(Shape):
    """A person's column of the board."""

    id: str
    name: str
    tactical: str
    post: str
    model: str
    model_name: str
    cells: list[CellShape]
    done: int
    able: int
    ready: bool
    sheets: list[str]
    linked: bool
    waiting: int
    practised: datetime | None


class FindingShape(Shape):
    """Something to look at."""

    key: str
    harm: bool
    channels: list[str]
    people: list[str]
    text: str
    settle: str
    accepted: bool


class PathShape(Shape):
    """From a post to a repeater or another post."""

    to: str
    name: str
    kind: Literal["repeater", "post"]
    distance_km: float
    bearing_deg: int
    horizon_km: float
    margin_db: int
    likely: Literal["likely", "perhaps", "unlikely"]


class PostReach(Shape):
    """What a post can reach."""

    post: str
    name: str
    ways: list[PathShape]


class BoardShape(Shape):
    """The outing: its plan, who is ready, what is to be looked at."""

    id: int
    version: int
    outing: dict[str, Any]
    channels: list[ChannelOfOuting]
    people: list[PersonBoard]
    findings: list[FindingShape]
    reach: list[PostReach]


class AcceptShape(Shape):
    """A finding accepted, or taken back."""

    key: str = Field(max_length=300)
    accepted: bool


class MadeSheet(Shape):
    """The sheet that was made for a person; null where nothing was lacking."""

    id: str | None


class LinkShape(Shape):
    """A volunteer's link: its path here, and its whole address as others in the network reach it."""

    path: str
    url: str


class CsvRow(Shape):
    """A row of a CSV as it was understood."""

    number: int
    name: str
    line: str
    text: str
    problem: str


class CsvPreview(Shape):
    """What a CSV holds, and whether it can be taken."""

    rows: list[CsvRow]
    problems: list[str]
    can_take: bool


class ListedShape(Shape):
    """A repeater of the listing, seen from a place."""

    id: str
    name: str
    line: str
    latitude_deg: float
    longitude_deg: float
    height_m: float
    state: str
    distance_km: float
    bearing_deg: int
    band: str
    understood: str
    enough_w: float | None
    """Watts that are enough from there with a plain antenna; None beyond the horizon, or where the line is not understood."""
    as_of: str
    change: str


class ListingShape(Shape):
    """The listing as it is kept here."""

    fetched_at: datetime | None
    repeaters: list[ListedShape]


class FetchedListing(Shape):
    """What came of fetching the listing."""

    listed: int
    changes: list[str]


class BranchShape(Shape):
    """One thing to look at when nothing was heard; ``mend`` is the kind of goal whose sheet mends it."""

    fault: str
    look: str
    wrong: str
    do: str
    mend: Literal["", "store", "read-back", "busy-lock-off"]
    seen: bool = True


class FaultTree(Shape):
    """What it may be, the likeliest first, and the line that the channel stands for."""

    line: str
    label: str | None
    branches: list[BranchShape]


class VolunteerSheet(Shape):
    """One of the volunteer's sheets."""

    id: str
    title: str
    status: str
    done: int
    steps: int


class VolunteerShape(Shape):
    """What a volunteer sees."""

    outing: str
    place: str
    first_day: str
    last_day: str
    net_control: str
    check_in: str
    person: PersonBoard
    post: str
    channels: list[ChannelOfOuting]
    sheets: list[VolunteerSheet]


class MakingShape(Shape):
    """How the making of an outing's sheets goes: people by id."""

    waiting: list[str]
    doing: list[str]
    troubles: dict[str, str]
    workers: int
