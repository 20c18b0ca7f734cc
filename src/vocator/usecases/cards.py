"""Pocket cards: an outing's channels for each person, a sheet, a pass."""

from datetime import UTC
from typing import Any

from sqlalchemy.orm import Session

from vocator.core.channel.channel import megahertz
from vocator.core.outing.findings import understand
from vocator.core.outing.outing import Outing
from vocator.files.cards_pdf import SIZES, Card, write_cards
from vocator.files.region_yaml import load_region
from vocator.usecases.errors import NotFound
from vocator.usecases.outings import channels_view, find_person, kept, people_view
from vocator.usecases.pass_plan import PassPlan
from vocator.usecases.pass_view import card_lines
from vocator.usecases.sheets import find_sheet

ROLES = ("primary", "back-up", "simplex")


def size_of(text: str) -> str:
    """Return a paper size; raises NotFound."""
    if text not in SIZES:
        raise NotFound(f"paper {text!r}", ", ".join(SIZES))
    return text


def outing_cards(session: Session, outing_id: int, person_id: str | None, size: str, addresses: dict[str, str]) -> bytes:
    """Return a card for each person, or one; each with the channels of the own radio and the fail-over."""
    one = kept(session, outing_id)
    people = one.outing.people if person_id is None else (find_person(one.outing, person_id),)
    clear, _ = understand(one.outing, load_region(one.outing.region))
    channels = {c["id"]: c for c in channels_view(one.outing, clear)}
    columns = people_view(session, one, people, clear)
    return write_cards([_person_card(one.outing, channels, p, addresses.get(p["id"], "")) for p in columns], size_of(size))


def _person_card(outing: Outing, channels: dict[str, Any], person: dict[str, Any], address: str) -> Card:
    rows, over = [], []
    for cell in person["cells"]:
        c = channels[cell["channel"]]
        if cell["state"] in ("beyond", "unclear"):
            continue
        rx = megahertz(c["rx_hz"])
        tx = "" if c["tx_hz"] in (None, c["rx_hz"]) else megahertz(c["tx_hz"])
        rows.append((cell["slot_text"], cell["label"] or c["short"], rx, tx, c["tone"], "off air" if c["off_air"] else c["role"]))
    for role in ROLES:
        name = next((channels[x["channel"]]["name"] for x in person["cells"] if channels[x["channel"]]["role"] == role
                     and x["state"] not in ("beyond", "unclear") and not channels[x["channel"]]["off_air"]), None)  # fmt: skip
        if name:
            over.append(name)
    post = outing.post(person["post"])
    foot = (
        f"Fail-over: {', then '.join(over)}" if over else "No channel of this outing is within this radio's reach",
        f"Net control: {outing.net_control}. Check in {outing.check_in}",
        "Antenna first. Listen, then your call sign. Send only where you may.",
    )
    under = f"{person['name']}, {post.name if post else ''}, {person['model_name']}. {outing.name} {outing.first_day}"
    return Card(
        person["tactical"] or person["name"],
        under,
        ("slot", "label", "receive", "send", "tone", "for"),
        tuple(rows),
        foot,
        address,
        2,
    )


def sheet_cards(session: Session, sheet_id: str, size: str, address: str = "") -> bytes:
    """Return a sheet as cards: each step with its keys and what the display then shows."""
    sheet = find_sheet(session, sheet_id)
    content = sheet.content
    rows = []
    for s in content["steps"]:
        shown = s["shows"] or ""
        rows.append((str(s["number"] + 1), " ".join(s["actions"]) or "look", s["say"], shown))
    foot = (f"{content['proof']['verdict']} from {content['proof']['starts']} starts. Antenna or dummy load before any PTT.",)
    card = Card(
        sheet.title,
        f"{content['my_name']}, {content['radio_name']}",
        ("", "keys", "what", "shows"),
        tuple(rows),
        foot,
        address,
        1,
    )
    return write_cards([card], size_of(size))


def pass_cards(plan: PassPlan, size: str) -> bytes:
    """Return the card of a pass, times in UTC."""
    slots = {r.memory: r.slot_text for r in plan.rows}
    rows = tuple(
        (
            f"{line['at_utc'].astimezone(UTC):%H:%M:%S}",
            slots.get(line["memory"], str(line["memory"] + 1)) if line["kind"] in ("rise", "change") else "",
            line["words"], f"{line['azimuth_deg']}°", f"{line['elevation_deg']}°",
        )
        for line in card_lines(plan)
    )  # fmt: skip
    found, link = plan.found, plan.link
    under = f"{found.aos_utc:%Y-%m-%d} UTC, {found.max_elevation_deg:.0f}° high, up {megahertz(link.uplink_hz)} down {megahertz(link.downlink_hz)}"
    tones = f"Tone {link.access_tone}" if link.access_tone else "No tone"
    arming = f"; nobody there: tone {link.arming_tone} for 2 s first" if link.arming_tone else ""
    foot = (tones + arming, "Never call what you do not hear. Call sign and grid, then listen.")
    return write_cards([Card(found.satellite, under, ("UTC", "slot", "what", "az", "el"), rows, foot, "", 1)], size_of(size))
