"""Outings: keep, look for findings, make everybody's sheets, know who is ready."""

import hashlib
import secrets
from collections.abc import Iterable
from dataclasses import replace
from datetime import timedelta
from functools import lru_cache
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.channel.label_fitting import fit_names
from vocator.core.keeping.records import KeptSheet, Radio, SlotState
from vocator.core.outing.allocation import Placed, place
from vocator.core.outing.findings import SHORTEST_LABEL, Finding, Understood, find, reach_of, understand
from vocator.core.outing.outing import Outing, OutingChannel, Person, outing_from
from vocator.core.outing.reach import path
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import write_channels
from vocator.files.geojson import read_geojson
from vocator.files.gpx import read_gpx
from vocator.files.region_yaml import load_region, region_names
from vocator.files.strict_yaml import load_yaml
from vocator.storage.outing_repositories import KeptOuting, Link, OutingRepository, PlacedChannel
from vocator.storage.repositories import RadioRepository, SheetRepository
from vocator.usecases.errors import Clash, NotFound
from vocator.usecases.programming.sheets import open_batch
from vocator.usecases.twin.drill import last_from_memory
from vocator.usecases.twin.twins import twin_of
from vocator.where import DEMO

DEMO_OUTING = DEMO / "outing.yaml"
LINK_DAYS = 30


def load_demo_outing(session: Session) -> None:
    """Keep the demonstration's outing."""
    OutingRepository(session).add(outing_from(load_yaml(DEMO_OUTING).data), clock.utc_now())


def kept(session: Session, outing_id: int) -> KeptOuting:
    """Return an outing; raises NotFound."""
    found = OutingRepository(session).get(outing_id)
    if found is None:
        raise NotFound(f"outing {outing_id}", "one from the list of outings")
    return found


def check(outing: Outing) -> Outing:
    """Return an outing whose models, regions and posts exist; raises Refusal, NotFound."""
    load_region_or_refuse(outing.region)
    for p in outing.people:
        twin_of(p.model, p.firmware or None, outing.region)
        if p.post and outing.post(p.post) is None:
            raise Refusal(
                f"post {p.post}", f"{p.name}", ", ".join(x.id for x in outing.posts) or "no post", "Choose one of the posts."
            )
    return outing


def load_region_or_refuse(region: str) -> Any:
    """Return a region pack; raises Refusal for one that does not ship."""
    if region not in region_names():
        raise Refusal(region, "region", ", ".join(region_names()), "Choose one of these.")
    return load_region(region)


def add(session: Session, given: dict[str, Any]) -> KeptOuting:
    """Keep a new outing; raises Refusal."""
    return OutingRepository(session).add(check(outing_from(given)), clock.utc_now())


def change(session: Session, outing_id: int, version: int, given: dict[str, Any]) -> KeptOuting:
    """Change an outing; raises Refusal, NotFound, Clash where somebody else changed it meanwhile."""
    kept(session, outing_id)
    if not OutingRepository(session).change(outing_id, version, check(outing_from(given)), clock.utc_now()):
        raise Clash("the outing", "Load it again; your change is still in the form.")
    return kept(session, outing_id)


def accept(session: Session, outing_id: int, key: str, accepted: bool) -> KeptOuting:
    """Note that a finding was looked at and is left as it is, or take that back."""
    one = kept(session, outing_id)
    keys = [k for k in one.outing.accepted if k != key] + ([key] if accepted else [])
    return change(session, outing_id, one.version, replace(one.outing, accepted=tuple(keys)).as_dict())


def add_places(session: Session, outing_id: int, raw: bytes) -> KeptOuting:
    """Add posts (and repeaters) from GeoJSON or GPX; what has a known id is put in its place; raises Refusal, NotFound, Clash."""
    one = kept(session, outing_id)
    text = raw.decode("utf-8-sig", "replace")
    posts, channels = read_geojson(text) if text.lstrip().startswith("{") else (read_gpx(text), ())
    outing = replace(
        one.outing,
        posts=tuple({p.id: p for p in (*one.outing.posts, *posts)}.values()),
        channels=tuple({c.id: c for c in (*one.outing.channels, *channels)}.values()),
    )
    return change(session, outing_id, one.version, outing.as_dict())


def twins(outing: Outing) -> dict[str, Twin]:
    """Return each person's radio."""
    return {p.id: twin_of(p.model, p.firmware or None, outing.region) for p in outing.people}


@lru_cache(maxsize=16)
def findings(outing: Outing) -> tuple[Finding, ...]:
    """Return what is to be looked at; the board is asked for far more often than the outing changes."""
    return tuple(find(outing, load_region(outing.region), twins(outing)))


def placing(outing: Outing, twin: Twin) -> dict[str, Placed]:
    """Return slot and label of each channel on one radio, by channel."""
    placed = place(twin.profile, [c.name for c in outing.channels])
    return {c.id: p for c, p in zip(outing.channels, placed, strict=True)}


def _stands_for(u: Understood, placed: Placed) -> str:
    return f"{placed.slot}|{u.channel.line}|{placed.label}"


def wanted(outing: Outing, twin: Twin, clear: list[Understood]) -> list[tuple[Understood, Placed]]:
    """Return the channels that go into one radio, with their places."""
    places = placing(outing, twin)
    return [(u, places[u.channel.id]) for u in clear if reach_of(twin, u) is None]


def board(session: Session, one: KeptOuting) -> dict[str, Any]:
    """Return the plan as channels by people, each crossing with its state; and who is ready."""
    outing = one.outing
    clear, _ = understand(outing, load_region(outing.region))
    found = findings(outing)
    return {
        "id": one.id, "version": one.version, "outing": outing.as_dict(),
        "channels": channels_view(outing, clear),
        "people": people_view(session, one, outing.people, clear),
        "findings": [
            {"key": f.key, "harm": f.harm, "channels": list(f.channels), "people": list(f.people), "text": f.text, "settle": f.settle,
             "accepted": f.key in outing.accepted}
            for f in found
        ],
        "reach": reach_table(outing, clear),
    }  # fmt: skip


def people_view(session: Session, one: KeptOuting, people: Iterable[Person], clear: list[Understood]) -> list[dict[str, Any]]:
    """Return the columns of some people on the board: each channel's state on the own radio, and whether it is ready."""
    store = OutingRepository(session)
    radios, linked = store.radios(one.id), store.linked(one.id, clock.utc_now())
    columns = []
    practised = last_from_memory(session) if any(p.shows_practice for p in one.outing.people) else {}
    for p in people:
        twin = twin_of(p.model, p.firmware or None, one.outing.region)
        cells = _cells(session, store, one.outing, twin, radios.get(p.id), clear)
        able = [c for c in cells if c["state"] != "beyond"]
        done = sum(c["state"] in ("written", "read_back", "checked") for c in able)
        ready = bool(able) and all(c["state"] in ("read_back", "checked") for c in able)
        sheets = dict.fromkeys(c["sheet"] for c in cells if c["sheet"])
        columns.append(
            {
                "id": p.id, "name": p.name, "tactical": p.tactical, "post": p.post, "model": p.model, "model_name": twin.profile.name,
                "cells": cells, "done": done, "able": len(able), "ready": ready, "sheets": list(sheets), "linked": p.id in linked,
                "waiting": sum(c["state"] in ("none", "changed") for c in able),
                "practised": practised.get((p.name.casefold(), p.model)) if p.shows_practice else None,
            }
        )  # fmt: skip
    return columns


def channels_view(outing: Outing, clear: list[Understood]) -> list[dict[str, Any]]:
    """Return the channels as they were understood, with their names for the smallest label."""
    by_id = {u.channel.id: u for u in clear}
    short = fit_names([c.name for c in outing.channels], SHORTEST_LABEL)
    return [_channel_view(c, by_id.get(c.id), name) for c, name in zip(outing.channels, short, strict=True)]


def _channel_view(channel: OutingChannel, u: Understood | None, short: str) -> dict[str, Any]:
    return {
        "id": channel.id, "name": channel.name, "role": str(channel.role), "line": channel.line, "short": short, "off_air": channel.off_air,
        "rx_hz": u.rx_hz if u else None, "tx_hz": u.tx_hz if u else None, "tone": _tone(u) if u else "",
        "width": str(u.resolution.channel.width) if u else "",
    }  # fmt: skip


def _tone(u: Understood) -> str:
    tone = u.resolution.channel.tone
    sent, opened = tone.tone_tx or tone.dcs_tx, tone.tone_rx or tone.dcs_rx
    return f"{sent or ''}{' both ways' if opened and opened == sent else f' opens on {opened}' if opened else ''}".strip()


def _cells(
    session: Session,
    store: OutingRepository,
    outing: Outing,
    twin: Twin,
    radio: Radio | None,
    clear: list[Understood],
) -> list[dict[str, Any]]:
    places = placing(outing, twin)
    placed = store.placed(radio.id) if radio else {}
    slots = {s.slot: s.state for s in RadioRepository(session).slots(radio.id)} if radio else {}
    by_id = {u.channel.id: u for u in clear}
    cells = []
    for c in outing.channels:
        u, at, was = by_id.get(c.id), places[c.id], placed.get(c.id)
        beyond = reach_of(twin, u) if u else None
        state, why = "none", ""
        if u is None:
            state, why = "unclear", "the line is not clear"
        elif beyond is not None:
            state, why = "beyond", f"{beyond.why}. {beyond.nearest}"
        elif was is not None:
            state = str(slots.get(was.slot, SlotState.PLANNED)) if was.stands_for == _stands_for(u, at) else "changed"
            state = "planned" if state in ("unknown", "free") else state
        cells.append(
            {"channel": c.id, "state": state, "slot": at.slot, "slot_text": at.slot_text, "label": at.label, "why": why,
             "sheet": was.sheet_id if was and state != "changed" else None}
        )  # fmt: skip
    return cells


def make_sheets_for(session: Session, outing_id: int, person_id: str) -> KeptSheet | None:
    """Make the proven sheet of what a person's radio still lacks or holds otherwise; None where nothing does.

    Raises NotFound, and what ``open_batch`` raises.
    """
    one = kept(session, outing_id)
    person = find_person(one.outing, person_id)
    twin = twin_of(person.model, person.firmware or None, one.outing.region)
    store = OutingRepository(session)
    store.one_at_a_time(outing_id, person_id)
    radio = store.radio_for(
        outing_id, person_id, person.model, twin.profile.firmware, f"{person.tactical or person.name}'s {twin.profile.name}"
    )
    clear, _ = understand(one.outing, load_region(one.outing.region))
    placed = store.placed(radio.id)
    lacking = [
        (u, at) for u, at in wanted(one.outing, twin, clear)
        if (was := placed.get(u.channel.id)) is None or was.stands_for != _stands_for(u, at)
    ]  # fmt: skip
    if not lacking:
        return None
    sheet = open_batch(
        session, radio.id, write_channels((at.slot, u.channel.line, at.label) for u, at in lacking), one.outing.region
    )
    for u, at in lacking:
        store.put_placed(PlacedChannel(radio.id, u.channel.id, at.slot, _stands_for(u, at), sheet.id))
    return sheet


def find_person(outing: Outing, person_id: str) -> Person:
    """Return a person; raises NotFound."""
    person = next((p for p in outing.people if p.id == person_id), None)
    if person is None:
        raise NotFound(f"person {person_id}", ", ".join(p.id for p in outing.people) or "nobody yet")
    return person


def reach_table(outing: Outing, clear: list[Understood]) -> list[dict[str, Any]]:
    """Return for each post the way to each repeater, and to each other post on simplex."""
    simplex = next((u.rx_hz for u in clear if u.resolution.channel.is_simplex and u.tx_hz), 146_550_000)
    table = []
    for post in outing.posts:
        ways = [
            {"to": u.channel.id, "name": u.channel.name, "kind": "repeater", **_path_view(path(post.at, u.channel.at, u.rx_hz))}
            for u in clear
            if u.channel.at is not None
        ]
        ways += [
            {"to": other.id, "name": other.name, "kind": "post", **_path_view(path(post.at, other.at, simplex))}
            for other in outing.posts
            if other.id != post.id
        ]
        table.append({"post": post.id, "name": post.name, "ways": ways})
    return table


def _path_view(found: Any) -> dict[str, Any]:
    return {
        "distance_km": round(found.distance_km, 1), "bearing_deg": round(found.bearing_deg), "horizon_km": round(found.horizon_km, 1),
        "margin_db": round(found.margin_db), "likely": found.likely,
    }  # fmt: skip


def digest(token: str) -> str:
    """Return what is kept of a link's token."""
    return hashlib.sha256(token.encode()).hexdigest()


def new_link(session: Session, outing_id: int, person_id: str) -> str:
    """Return a new token for a volunteer; earlier ones are withdrawn."""
    find_person(kept(session, outing_id).outing, person_id)
    OutingRepository(session).one_at_a_time(outing_id, person_id)
    token = secrets.token_urlsafe(24)
    expires = clock.utc_now() + timedelta(days=LINK_DAYS)
    OutingRepository(session).add_link(Link(digest(token), outing_id, person_id, expires, False))
    return token


def by_link(session: Session, token: str) -> tuple[KeptOuting, Person]:
    """Return the outing and the person of a link; raises NotFound for one that is forged, expired or withdrawn."""
    link = OutingRepository(session).link(digest(token))
    if link is None or link.withdrawn or link.expires_at <= clock.utc_now():
        raise NotFound(
            "this link", "a link that was given out, is not withdrawn and not older than 30 days; ask the lead for a new one"
        )
    one = kept(session, link.outing_id)
    return one, find_person(one.outing, link.person_id)


def volunteer_view(session: Session, token: str) -> dict[str, Any]:
    """Return what a volunteer sees: the own radio's channels, their state, the own sheets, and nothing of the others."""
    return person_sees(session, *by_link(session, token))


def person_sees(session: Session, one: KeptOuting, person: Person) -> dict[str, Any]:
    """Return what a person sees of an outing, as ``volunteer_view`` does."""
    outing = one.outing
    clear, _ = understand(outing, load_region(outing.region))
    (own,) = people_view(session, one, [person], clear)
    post = outing.post(person.post)
    sheets = [s for i in own["sheets"] if (s := SheetRepository(session).outline(i)) is not None]
    return {
        "outing": outing.name, "place": outing.place, "first_day": outing.first_day, "last_day": outing.last_day, "net_control": outing.net_control,
        "check_in": outing.check_in, "person": own, "post": post.name if post else "", "channels": channels_view(outing, clear),
        "sheets": [{"id": s.id, "title": s.title, "status": str(s.status), "done": len(s.ticked), "steps": s.content["step_count"]} for s in sheets],
    }  # fmt: skip


def all_outings(session: Session) -> list[KeptOuting]:
    """Return every outing that is kept."""
    return OutingRepository(session).all()


def remove_outing(session: Session, outing_id: int) -> None:
    """Remove an outing with its people's radios and sheets."""
    OutingRepository(session).remove(outing_id)


def withdraw_link(session: Session, outing_id: int, person_id: str) -> None:
    """Withdraw a person's link; raises NotFound for the outing or the person."""
    find_person(kept(session, outing_id).outing, person_id)
    OutingRepository(session).withdraw(outing_id, person_id)
