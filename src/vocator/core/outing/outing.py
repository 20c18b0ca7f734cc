"""An outing: channels with roles, posts, people with their radios.  Plain data, as it is kept and exchanged."""

import math
import re
from dataclasses import asdict, dataclass, field
from enum import StrEnum
from typing import Any

from vocator.core.refusal import Refusal

MOST = {"channels": 60, "posts": 60, "people": 200}
_ID = re.compile(r"[a-z0-9-]{1,24}")


class Role(StrEnum):
    """What a channel is for."""

    PRIMARY = "primary"
    BACKUP = "back-up"
    ADMIN = "administration"
    MEDICAL = "medical"
    LIAISON = "liaison"
    SIMPLEX = "simplex"
    SATELLITE = "satellite"


@dataclass(frozen=True, slots=True)
class Place:
    """A place: degrees, and metres of the antenna above the ground."""

    latitude_deg: float
    longitude_deg: float
    height_m: float = 2.0


@dataclass(frozen=True, slots=True)
class OutingChannel:
    """A channel of the outing; ``line`` is its listing line, ``at`` its repeater's place where known."""

    id: str
    name: str
    line: str
    role: Role = Role.BACKUP
    at: Place | None = None
    off_air: bool = False
    note: str = ""


@dataclass(frozen=True, slots=True)
class Post:
    """A place at the outing."""

    id: str
    name: str
    at: Place


@dataclass(frozen=True, slots=True)
class Person:
    """A volunteer with a radio; ``may_send_on`` names bands of the region's pack.

    ``shows_practice``: agrees that the lead sees what was done from memory.
    """

    id: str
    name: str
    tactical: str
    model: str
    firmware: str
    post: str = ""
    may_send_on: tuple[str, ...] = ()
    shows_practice: bool = False


@dataclass(frozen=True, slots=True)
class Outing:
    """All of it; ``accepted`` holds the keys of findings that were looked at and left."""

    name: str
    place: str = ""
    first_day: str = ""
    last_day: str = ""
    region: str = "r2"
    net_control: str = ""
    check_in: str = ""
    channels: tuple[OutingChannel, ...] = ()
    posts: tuple[Post, ...] = ()
    people: tuple[Person, ...] = ()
    accepted: tuple[str, ...] = field(default=())

    def as_dict(self) -> dict[str, Any]:
        """Return the plain form."""
        return asdict(self)

    def post(self, post_id: str) -> Post | None:
        """Return a post, None where there is none."""
        return next((p for p in self.posts if p.id == post_id), None)


def outing_from(given: dict[str, Any]) -> Outing:
    """Read the plain form; raises Refusal with the part that cannot be taken."""
    if not isinstance(given, dict) or not str(given.get("name", "")).strip():
        raise Refusal("no name", "outing", "an object with a name", "Give the outing a name.")
    known = set(Outing.__dataclass_fields__)
    odd = sorted(set(given) - known)
    if odd:
        raise Refusal(repr(odd[0]), "outing", ", ".join(sorted(known)), "Take that part out, or read it with a newer version.")
    channels = tuple(_channel(n, c) for n, c in enumerate(_list(given, "channels"), 1))
    posts = tuple(_post(n, p) for n, p in enumerate(_list(given, "posts"), 1))
    people = tuple(_person(n, p) for n, p in enumerate(_list(given, "people"), 1))
    for what, items in (("channel", channels), ("post", posts), ("person", people)):
        ids = [i.id for i in items]
        twice = next((i for i in ids if ids.count(i) > 1), None)
        if twice:
            raise Refusal(f"{what} {twice} twice", "outing", "each id once", "Give one of them another id.")
    texts = {k: _text(given.get(k, ""), k, 120) for k in ("name", "place", "first_day", "last_day", "net_control", "check_in")}
    accepted = tuple(_text(a, "accepted", 200) for a in _list(given, "accepted"))
    return Outing(
        **texts,
        region=_text(given.get("region", "r2"), "region", 10),
        channels=channels,
        posts=posts,
        people=people,
        accepted=accepted,
    )


def _list(given: dict[str, Any], part: str) -> list[Any]:
    items = given.get(part) or []
    if not isinstance(items, (list, tuple)) or len(items) > MOST.get(part, 500):
        raise Refusal(f"{part}", "outing", f"a list of at most {MOST.get(part, 500)}", "Split the outing.")
    return list(items)


def _text(value: Any, where: str, most: int) -> str:
    if not isinstance(value, str) or len(value) > most or any(ord(c) < 32 for c in value):
        raise Refusal(repr(value)[:40], where, f"text of at most {most} characters", "Shorten it; no control characters.")
    return value.strip()


def _id(value: Any, where: str) -> str:
    if not isinstance(value, str) or not _ID.fullmatch(value):
        raise Refusal(repr(value)[:40], f"{where}, id", "small letters, digits, hyphens, at most 24", "For example: ridge-1")
    return value


def _keys(given: Any, where: str, kind: type) -> dict[str, Any]:
    if not isinstance(given, dict):
        raise Refusal(repr(given)[:40], where, "an object", "Look at docs/formats.md.")
    odd = sorted(set(given) - set(kind.__dataclass_fields__))  # type: ignore[attr-defined]
    if odd:
        raise Refusal(repr(odd[0]), where, ", ".join(kind.__dataclass_fields__), "Take that part out.")  # type: ignore[attr-defined]
    return given


def _place(given: Any, where: str) -> Place:
    parts = _keys(given, where, Place)
    try:
        place = Place(
            *(float(parts.get(k, d)) for k, d in (("latitude_deg", "nan"), ("longitude_deg", "nan"), ("height_m", 2.0)))
        )
    except (TypeError, ValueError):
        raise Refusal(
            repr(given)[:60], where, "latitude_deg, longitude_deg, height_m as numbers", "Give degrees with decimals."
        ) from None
    bad = not (abs(place.latitude_deg) <= 90 and abs(place.longitude_deg) <= 180 and -500 <= place.height_m <= 9000)
    if bad or not all(map(math.isfinite, (place.latitude_deg, place.longitude_deg, place.height_m))):
        raise Refusal(repr(given)[:60], where, "a place on the Earth", "South and west are minus.")
    return place


def _channel(number: int, given: Any) -> OutingChannel:
    where = f"channel {number}"
    parts = _keys(given, where, OutingChannel)
    try:
        role = Role(parts.get("role", "back-up"))
    except ValueError:
        raise Refusal(repr(parts.get("role"))[:40], f"{where}, role", ", ".join(Role), "Take one of these.") from None
    return OutingChannel(
        _id(parts.get("id"), where), _text(parts.get("name", ""), f"{where}, name", 60) or where, _text(parts.get("line", ""), f"{where}, line", 200),
        role, _place(parts["at"], f"{where}, at") if parts.get("at") else None, bool(parts.get("off_air")), _text(parts.get("note", ""), where, 300),
    )  # fmt: skip


def _post(number: int, given: Any) -> Post:
    where = f"post {number}"
    parts = _keys(given, where, Post)
    return Post(
        _id(parts.get("id"), where), _text(parts.get("name", ""), where, 60) or where, _place(parts.get("at"), f"{where}, at")
    )


def _person(number: int, given: Any) -> Person:
    where = f"person {number}"
    parts = _keys(given, where, Person)
    texts = {k: _text(parts.get(k, ""), f"{where}, {k}", 60) for k in ("name", "tactical", "model", "firmware", "post")}
    bands = parts.get("may_send_on") or []
    if not isinstance(bands, (list, tuple)) or len(bands) > 30:
        raise Refusal(repr(bands)[:40], f"{where}, may_send_on", "a list of bands", "For example: 2 m, 70 cm")
    agrees = parts.get("shows_practice", False)
    if not isinstance(agrees, bool):
        raise Refusal(repr(agrees)[:40], f"{where}, shows_practice", "true or false", "Leave it out where nobody asked.")
    return Person(
        _id(parts.get("id"), where), **texts, may_send_on=tuple(_text(b, where, 20) for b in bands), shows_practice=agrees
    )
