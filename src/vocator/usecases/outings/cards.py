"""Pocket cards: an outing's channels for each person, a sheet, a pass."""

from datetime import UTC
from functools import partial
from math import cos, radians, sin
from typing import Any

from sqlalchemy.orm import Session

from vocator.core.channel.channel import megahertz
from vocator.core.outing.findings import understand
from vocator.core.outing.outing import Outing
from vocator.files.card_layout import BOLD, Card, Cell
from vocator.files.cards_pdf import SIZES, write_cards
from vocator.files.region_yaml import load_region
from vocator.usecases.errors import NotFound
from vocator.usecases.outings.board import channels_view, people_view
from vocator.usecases.outings.outings import find_person, kept
from vocator.usecases.passes.pass_plan import PassPlan
from vocator.usecases.passes.pass_set_up import arming_words, set_up_of
from vocator.usecases.passes.pass_view import MANNERS, card_lines, track_of
from vocator.usecases.programming.sheets import find_sheet

WINDS = "N NNE NE ENE E ESE SE SSE S SSW SW WSW W WNW NW NNW".split()
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
    practised = f"; practised {person['practised']:%d %b}" if person["practised"] else ""
    foot = (
        f"Written when this was printed: {person['done']} of {person['able']}{practised}",
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


def sheet_rows(steps: list[dict[str, Any]], pages: list[list[int]]) -> tuple[tuple[Cell | str, ...], ...]:
    """Return the rows of a sheet's card: the number that the screen gives their page, keys as caps, words, what shows then as glass."""
    numbers = {page[0]: str(n) for n, page in enumerate(pages, 1)}
    return tuple(
        (
            numbers.get(s["number"], ""),
            Cell(" ".join(_drawn(s)), "keys") if _drawn(s) else Cell("look"),
            Cell(s["say"]),
            Cell(s["shows"] or "", "glass"),
        )
        for s in steps
    )


def _drawn(step: dict[str, Any]) -> list[str]:
    """Return the actions that are drawn: the way out, where those of the step take what nobody wants to lose."""
    loss = step.get("loss")
    return list(loss["actions"] if loss and not loss["meant"] else step["actions"])


def sheet_cards(session: Session, sheet_id: str, size: str, address: str = "") -> bytes:
    """Return a sheet as wide cards: each step with its keys as caps, in words, and what the display then shows as glass."""
    sheet = find_sheet(session, sheet_id)
    content = sheet.content
    rows = sheet_rows(content["steps"], content["pages"])
    proof = content["proof"]
    foot = (
        f"Proven from {proof['starts']} starts." if proof["verdict"] == "proven" else f"Not proven: {proof['verdict']}.",
        "Antenna or dummy load before any PTT. Listen, then your call sign. Send only where you may.",
    )
    under = f"{content['my_name']}, {content['radio_name']}"
    return write_cards(
        [Card(sheet.title, under, ("", "keys", "what", "shows"), rows, foot, address, 0, wide=True, grows=2)], size_of(size)
    )


def pass_cards(plan: PassPlan, size: str) -> bytes:
    """Return the card of a pass, times in UTC: what to set before, when to change, where to point, the picture of the sky."""
    slots = {r.memory: r.slot_text for r in plan.rows}
    rows = tuple(
        (
            f"{line['at_utc'].astimezone(UTC):%H:%M:%S}",
            slots.get(line["memory"], str(line["memory"] + 1)) if line["kind"] in ("rise", "change") else "",
            Cell(line["words"]),
            Cell(f"{compass(line['azimuth_deg'])}, {line['fists']}"),
            f"{line['azimuth_deg']}°",
            f"{line['elevation_deg']}°",
        )
        for line in card_lines(plan)
    )
    found, link = plan.found, plan.link
    under = f"{found.aos_utc:%Y-%m-%d} UTC, {found.max_elevation_deg:.0f}° high, up {megahertz(link.uplink_hz)}, down {megahertz(link.downlink_hz)}"
    goals = [s.words() for s in set_up_of(plan)]
    lead = (
        *((f"Before: {'; '.join(goals)}.",) if goals else ()),
        *((f"Slots: {', '.join(f'{r.slot_text} {r.label}' for r in plan.rows)}.",) if plan.rows else ()),
        f"Tone {link.access_tone} on the uplink." if link.access_tone else "No tone.",
        *((arming_words(plan),) if link.arming_tone else ()),
    )
    foot = ("A fist at arm's length is 10°.", *MANNERS)
    heads = ("UTC", "slot", "what", "point", "az", "el")
    card = Card(
        found.satellite, under, heads, rows, foot, "", 1, wide=True, grows=2, lead=lead, picture=partial(_sky, track_of(plan))
    )
    return write_cards([card], size_of(size))


def compass(azimuth_deg: float) -> str:
    """Return an azimuth as one of sixteen winds."""
    return WINDS[round(azimuth_deg / 22.5) % 16]


def _sky(track: list[dict[str, Any]], canvas: Any, x: float, y: float, width: float, height: float) -> None:
    """Draw the pass on the sky seen from below: north up, east left, the horizon outside, a dot where it rises."""
    radius = min(width, height) / 2 - 8
    middle_x, middle_y = x + width / 2, y + height / 2
    canvas.setLineWidth(0.5)
    for elevation in (0, 30, 60):
        canvas.circle(middle_x, middle_y, radius * (1 - elevation / 90))
    canvas.setFont(BOLD, 7)
    for name, dx, dy in (("N", 0, 1), ("E", -1, 0), ("S", 0, -1), ("W", 1, 0)):
        canvas.drawCentredString(middle_x + dx * (radius + 5), middle_y + dy * (radius + 5) - 2.5, name)
    points = []
    for p in track:
        out = radius * (1 - max(p["elevation_deg"], 0) / 90)
        angle = radians(p["azimuth_deg"])
        points.append((middle_x - out * sin(angle), middle_y + out * cos(angle)))
    canvas.setLineWidth(1.8)
    path = canvas.beginPath()
    path.moveTo(*points[0])
    for point in points[1:]:
        path.lineTo(*point)
    canvas.drawPath(path)
    canvas.circle(*points[0], 2.6, stroke=0, fill=1)
