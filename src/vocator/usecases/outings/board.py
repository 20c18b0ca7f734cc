"""The board of an outing: channels by people, who is ready, what is to be looked at, what posts can reach."""

from collections.abc import Iterable
from functools import lru_cache
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.channel.label_fitting import fit_names
from vocator.core.keeping.progress import counted
from vocator.core.keeping.records import Radio, SlotState
from vocator.core.outing.allocation import Placed, place
from vocator.core.outing.findings import SHORTEST_LABEL, Finding, Understood, find, reach_of, understand
from vocator.core.outing.kept import KeptOuting
from vocator.core.outing.outing import Outing, OutingChannel, Person
from vocator.core.outing.reach import path
from vocator.core.radio.twin import Twin
from vocator.files.region_yaml import load_region
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.repositories import RadioRepository, SheetRepository
from vocator.usecases.twin.drill import last_from_memory
from vocator.usecases.twin.twins import twin_of


def summaries(session: Session) -> list[dict[str, Any]]:
    """Return the outings, each in one line."""
    return [
        {
            "id": k.id, "name": k.outing.name, "place": k.outing.place, "first_day": k.outing.first_day, "channels": len(k.outing.channels),
            "people": len(k.outing.people),
        }
        for k in OutingRepository(session).all()
    ]  # fmt: skip


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


def stands_for(u: Understood, placed: Placed) -> str:
    """Return what tells whether a channel that was placed before is still the same."""
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
            state = str(slots.get(was.slot, SlotState.PLANNED)) if was.stands_for == stands_for(u, at) else "changed"
            state = "planned" if state in ("unknown", "free") else state
        cells.append(
            {"channel": c.id, "state": state, "slot": at.slot, "slot_text": at.slot_text, "label": at.label, "why": why,
             "sheet": was.sheet_id if was and state != "changed" else None}
        )  # fmt: skip
    return cells


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
        "sheets": [{"id": s.id, "title": s.title, "status": str(s.status), **counted(s)} for s in sheets],
    }  # fmt: skip
