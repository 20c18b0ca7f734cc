"""Channels of an outing from CSV: a preview of what each row was understood as, then all or nothing."""

from dataclasses import replace
from typing import Any

from sqlalchemy.orm import Session

from vocator.core.channel.channel import megahertz
from vocator.core.channel.listing_line import resolve
from vocator.core.outing.kept import KeptOuting
from vocator.core.outing.outing import MOST, OutingChannel, outing_from
from vocator.core.refusal import Refusal
from vocator.files.outing_csv import CsvChannel, read_outing_csv
from vocator.files.region_yaml import load_region
from vocator.usecases.outings.outings import change, kept


def preview(session: Session, outing_id: int, raw: bytes) -> dict[str, Any]:
    """Return what each row was understood as, and what stands in the way of taking them."""
    one = kept(session, outing_id)
    plan = load_region(one.outing.region)
    rows, problems = read_outing_csv(raw)
    seen = []
    for row in rows:
        text, problem = "", row.problem
        if not problem:
            try:
                found = resolve(row.channel["line"], plan)
                c = found.channel
                tx = "nothing" if found.receive_only or c.tx_hz is None else megahertz(c.tx_hz)
                tone = c.tone.tone_tx or c.tone.dcs_tx or "no tone"
                text = f"receive {megahertz(c.rx_hz)}, send {tx}, {tone}, {c.width}"
                if found.doubts:
                    text = f"to be asked: {found.doubts[0].question}"
                outing_from({"name": "x", "channels": [{**row.channel, "id": "x"}]})
            except Refusal as refusal:
                problem = f"{refusal.where}: found {refusal.found}. {refusal.do}"
        seen.append(
            {
                "number": row.number,
                "name": row.channel.get("name", ""),
                "line": row.channel.get("line", ""),
                "text": text,
                "problem": problem,
            }
        )
    if not problems and len(rows) > MOST["channels"]:
        problems = [f"{len(rows)} channels; an outing holds {MOST['channels']}: take the needed ones"]
    return {"rows": seen, "problems": problems, "can_take": not problems and bool(rows) and not any(s["problem"] for s in seen)}


def take(session: Session, outing_id: int, raw: bytes) -> KeptOuting:
    """Put the rows into the outing, a known id or name in place of the old one; raises Refusal, and then nothing is taken."""
    view = preview(session, outing_id, raw)
    if not view["can_take"]:
        wrong = view["problems"] + [f"row {r['number']}: {r['problem']}" for r in view["rows"] if r["problem"]]
        raise Refusal(
            "; ".join(wrong[:10]) or "no rows", "CSV", "rows that are all clear", "Mend the rows named; nothing was taken."
        )
    one = kept(session, outing_id)
    rows, _ = read_outing_csv(raw)
    channels = {c.id: c for c in one.outing.channels}
    for made in _numbered(rows, one):
        channels[made.id] = made
    outing = replace(one.outing, channels=tuple(channels.values()))
    return change(session, outing_id, one.version, outing.as_dict())


def _numbered(rows: list[CsvChannel], one: KeptOuting) -> list[OutingChannel]:
    """Give each row an id: its own, that of the channel of the same name, or one made of its name."""
    by_name = {c.name: c.id for c in one.outing.channels}
    taken: set[str] = set()
    made = []
    for row in rows:
        wanted = row.channel["id"] or by_name.get(row.channel["name"]) or _plain(row.channel["name"])
        number, key = 1, wanted
        while key in taken:
            number += 1
            key = f"{wanted[:20]}-{number}"
        taken.add(key)
        made.append({**row.channel, "id": key})
    return list(outing_from({"name": "x", "channels": made}).channels)


def _plain(name: str) -> str:
    text = "".join(c if c.isascii() and c.isalnum() else "-" for c in name.lower())
    return "-".join(p for p in text.split("-") if p)[:20] or "channel"
