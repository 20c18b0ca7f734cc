"""A made sheet as the page needs it: each step with its caps, its words and its display.

The page computes nothing of the job, and can follow a sheet without the server.
"""

from dataclasses import asdict
from typing import Any

from vocator.core.channel.channel import megahertz
from vocator.core.goals.kind import About
from vocator.core.goals.sheet import WITH_BAND, ChapterKind, Loss, Step, grouped
from vocator.core.goals.speech import caps, say_action
from vocator.core.planning.kinds import KINDS
from vocator.core.planning.slot_look import shown_both_ways
from vocator.core.proving.claims import claims_of
from vocator.core.proving.operator import Frame
from vocator.core.radio.actions import parse_actions, read_lines
from vocator.core.radio.perform import carry_out
from vocator.core.radio.report import display_dict
from vocator.usecases.programming.make_batch import MadeBatch
from vocator.usecases.programming.make_sheet import MadeSheet
from vocator.usecases.programming.put_back import put_back


def sheet_view(made: MadeSheet) -> dict[str, Any]:
    """Return a sheet with everything that the page draws and reads aloud."""
    answer = made.as_dict()
    chapters = answer.pop("chapters")
    titles = [chapter["title"] for chapter in chapters for _ in chapter["steps"]]
    steps = [_step_view(made, n, titles[n], frame) for n, frame in enumerate(made.run.frames)]
    of_radio = KINDS[made.goal.kind].about is About.RADIO
    return {
        **answer,
        "slot_text": "" if of_radio else made.twin.profile.slot_text(made.goal.slot),
        "radio_name": made.twin.profile.name,
        "region": made.twin.profile.region,
        "sum": [] if of_radio else worked_sum(made),
        "steps": steps,
        "pages": _pages(made.sheet.steps(), titles),
        "written_at": _last_before_read_back(titles),
        "read_back_at": len(titles) - 1 if titles[-1] == ChapterKind.READ_BACK and not of_radio else None,
        "parts": [],
        "saved_s": 0.0,
        "claims": claims_of(made.twin, made.start, made.run.frames),
        "put_back": [p.as_dict() for p in put_back(made.twin, made.goal, made.sheet)],
        "profile": made.twin.digest,
    }


def batch_view(made: MadeBatch) -> dict[str, Any]:
    """Return a sheet of many channels as the page draws it: the steps of all, and the parts that they make."""
    answer = made.as_dict()
    answer.pop("chapters")
    steps: list[dict[str, Any]] = []
    pages: list[list[int]] = []
    parts = []
    views = [sheet_view(part) for part in made.parts()]
    for content, view in zip(answer["contents"], views, strict=True):
        first = len(steps)
        steps += [
            {**s, "number": s["number"] + first, "group": f"{first}.{s['group']}" if s["group"] else None} for s in view["steps"]
        ]
        pages += [[n + first for n in page] for page in view["pages"]]
        parts.append(
            {
                "slot": view["goal"]["slot"],
                "slot_text": view["slot_text"],
                "label": view["goal"]["label"],
                "line": content["line"],
                "channel": view["goal"]["channel"],
                "first": first,
                "last": len(steps) - 1,
                "written_at": view["written_at"] + first,
                "read_back_at": view["read_back_at"] + first if view["read_back_at"] is not None else None,
                "seconds": content["seconds"],
            }
        )
    return {
        **views[0],
        "counts": answer["counts"],
        "changes": answer["changes"],
        "limits": [*answer["limits"], *(f"slot {b['slot']} is beyond this radio: {b['why']}" for b in answer["beyond"])],
        "steps": steps,
        "pages": pages,
        "parts": parts,
        "saved_s": answer["saving"]["seconds"],
        "put_back": list({(p["what"], p["unit"]): p for view in views for p in view["put_back"]}.values()),
        "claims": [own for view in views for own in view["claims"]],
    }


def _step_view(made: MadeSheet, number: int, chapter: str, frame: Frame) -> dict[str, Any]:
    step = frame.step
    actions = list(read_lines(made.twin.profile, step.actions))
    return {
        "number": number,
        "chapter": chapter,
        "group": step.group,
        "when": step.when.as_dict() if step.when else None,
        "actions": list(step.actions),
        "caps": _caps(made, step.actions),
        "spoken": "; ".join(say_action(a) for a in actions),
        "shows": step.shows,
        "say": step.say,
        "why": step.why,
        "unsure": step.unsure,
        "notes": step.notes,
        "branches": list(step.branches),
        "on_air": step.on_air,
        "window_s": step.window_s,
        "done_as_new": frame.done,
        "band": chapter in WITH_BAND,
        "display": display_dict(frame.seen),
        "look": _look_view(made, number, step) if step.look else None,
        "loss": _loss_view(made, step.loss) if step.loss else None,
    }


def _loss_view(made: MadeSheet, loss: Loss) -> dict[str, Any]:
    """Return what goes for good with a step, and what leaves the slot as it is."""
    return {"kind": str(loss.kind), "slot_text": loss.slot, "sight": loss.sight, "meant": loss.meant,
            "leave": _caps(made, loss.leave), "actions": list(loss.leave)}  # fmt: skip


def _look_view(made: MadeSheet, number: int, step: Step) -> dict[str, Any]:
    """Return how a free and a taken slot look before a step, and what leaves the slot as it is."""
    assert step.look is not None
    first = step.actions[: step.look.after]
    before = number - 1
    while step.group and made.run.frames[before].step.group == step.group:
        before -= 1
    at = carry_out(made.twin, made.run.frames[before].state, first)
    drawn = [display_dict(s) for s in shown_both_ways(made.twin, at)] if step.look.free else [None, None]
    return {
        "free": step.look.free,
        "taken": step.look.taken,
        "leave": _caps(made, step.look.leave),
        "free_display": drawn[0],
        "taken_display": drawn[1],
        "after": len(_caps(made, first)),
    }


def _caps(made: MadeSheet, texts: tuple[str, ...]) -> list[dict[str, Any]]:
    """Return written actions as the page draws them."""
    return [asdict(cap) for text in texts for action in parse_actions(made.twin.profile, text) for cap in caps(action)]


def _pages(steps: list[Step], titles: list[str]) -> list[list[int]]:
    """Return the numbers of the steps that are looked at together: alternatives, looks in a row, a slot picked and what is done to it then."""
    pages: list[list[int]] = []
    number = 0
    for run in grouped(steps):
        numbers = list(range(number, number + len(run)))
        look = len(run) == 1 and not run[0].actions
        joins = pages and look and not steps[pages[-1][-1]].actions and titles[pages[-1][-1]] == titles[number]
        picked = any(s.look is not None and s.look.free and not s.look.after for s in run)
        if joins or picked:
            pages[-1] += numbers
        else:
            pages.append(numbers)
        number += len(run)
    return pages


def _last_before_read_back(titles: list[str]) -> int:
    """Return the number of the last step of the store and the name."""
    return max((n for n, t in enumerate(titles) if t != ChapterKind.READ_BACK), default=len(titles) - 1)


def worked_sum(made: MadeSheet) -> list[dict[str, str]]:
    """Return the channel as a worked sum, line by line."""
    return sum_lines(made.goal.channel.as_dict(), made.goal.reasons, made.goal.receive_only)


def sum_lines(
    channel: dict[str, Any], reasons: dict[str, str], receive_only: bool, pending: bool = False
) -> list[dict[str, str]]:
    """Return the lines of a worked sum: name, sign, number or word, reason."""
    rx, tx = channel["rx_hz"], channel["tx_hz"]
    lines = [_line("receive", "", megahertz(rx), reasons.get("rx_hz", ""))]
    if receive_only:
        lines.append(_line("send", "", "nothing", reasons.get("tx_hz", "")))
    elif tx is None:
        lines.append(_line("send", "", "?", "to be decided" if pending else reasons.get("tx_hz", "")))
    elif tx == rx:
        lines.append(_line("send", "", megahertz(tx), reasons.get("tx_hz", "")))
    else:
        lines.append(_line("shift", "+" if tx > rx else "−", megahertz(abs(tx - rx)), reasons.get("tx_hz", "")))
        lines.append(_line("send", "", megahertz(tx), "the sum"))
    sent, opened = channel["tone_tx"] or channel["dcs_tx"], channel["tone_rx"] or channel["dcs_rx"]
    why = reasons.get("tone_mode", "")
    if not sent and not opened:
        lines.append(_line("tone", "", "none", why))
    if sent:
        lines.append(_line("tone", "", sent, why))
    if opened:
        lines.append(_line("opens on", "", opened, "closed receive: only this tone or code opens the loudspeaker"))
    width = channel["width"]
    lines.append(
        _line("width", "", width, reasons.get("width", "")) if width else _line("mode", "", channel["mode"], "no FM: no width")
    )
    if channel.get("label"):
        lines.append(_line("label", "", channel["label"], reasons.get("label", "")))
    return lines


def _line(name: str, sign: str, value: str, why: str) -> dict[str, str]:
    return {"name": name, "sign": sign, "value": value, "why": why}
