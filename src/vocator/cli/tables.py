"""Answers as readable text."""

from typing import Any

from vocator.core.channel.channel import megahertz


def _channel_lines(channel: dict[str, Any], reasons: dict[str, str]) -> list[str]:
    tx = channel["tx_hz"]
    tone = channel["tone_tx"] or channel["dcs_tx"] or ""
    opened = channel["tone_rx"] or channel["dcs_rx"] or ""
    rows = [
        ("receive", megahertz(channel["rx_hz"]), reasons.get("rx_hz", "")),
        ("send", megahertz(tx) if tx is not None else "nothing", reasons.get("tx_hz", "")),
        ("tone", f"{channel['tone_mode']} {tone}{' / ' + opened if opened else ''}".strip(), reasons.get("tone_mode", "")),
        ("width", channel["width"], reasons.get("width", "")),
    ]
    if channel.get("label"):
        rows.append(("label", channel["label"], reasons.get("label", "")))
    return [f"{a:>8}  {b:<16}  {c}".rstrip() for a, b, c in rows]


def resolution(answer: dict[str, Any]) -> str:
    """Write a resolution."""
    lines = _channel_lines(answer["channel"], answer["reasons"])
    lines += [f"    note  {n['text']}" for n in answer["notes"]]
    lines += [f"     ask  {d['question']} {' / '.join(d['choices'])}" for d in answer["doubts"]]
    lines += [f" {r['choice']:>12}  {r['differs']}" for r in answer["readings"]]
    return "\n".join(lines)


def refusal(answer: dict[str, Any]) -> str:
    """Write a refusal in its four parts."""
    error = answer["error"]
    if not isinstance(error, dict):
        return str(error)
    return "\n".join(f"{part:>8}  {error[part]}" for part in ("found", "where", "allowed", "do"))


def sheet(answer: dict[str, Any]) -> str:
    """Write a sheet, chapter by chapter."""
    proof = answer["proof"]
    if proof["verdict"] == "beyond":
        return f"beyond this radio: {proof['part']}: {proof['why']}. {proof['nearest']}"
    goal, counts = answer["goal"], answer["counts"]
    lines = [
        f"{answer['model']} firmware {answer['firmware']}, slot {goal['slot']}: {proof['verdict']} from {proof['starts']} starts"
    ]
    lines.append(", ".join(f"{v} {k}" for k, v in counts.items()))
    lines += [f"  limit: {text}" for text in answer["limits"]]
    for chapter in answer["chapters"]:
        lines.append(f"\n{chapter['title']}")
        lines += [_step_line(step) for step in chapter["steps"]]
    return "\n".join(lines)


def _step_line(step: dict[str, Any]) -> str:
    indent = "   " if step["when"] else ""
    shows = f"  → {step['shows']}" if step["shows"] else ""
    air = "  ON AIR" if step["on_air"] else ""
    said = f"{indent}{step['say']}"
    return f"  {said:<61} {' '.join(step['actions'])}{shows}{air}"


def batch(answer: dict[str, Any]) -> str:
    """Write a sheet of many channels: what it saves, its contents, then channel by channel."""
    saving = answer["saving"]
    lines = [
        f"{answer['model']} firmware {answer['firmware']}, {len(answer['contents'])} channels: "
        f"{answer['proof']['verdict']} from {answer['proof']['starts']} starts",
        f"about {saving['ordered_seconds']:.0f} s in this order, {saving['listed_seconds']:.0f} s as listed: "
        f"{saving['seconds']:.0f} s saved",
    ]
    lines += [f"  limit: {text}" for text in answer["limits"]]
    lines += [f"  beyond this radio, slot {b['slot']}: {b['part']}: {b['why']}. {b['nearest']}" for b in answer["beyond"]]
    free = answer["free_keys"]
    if free and free["pays_after"] is not None:
        lines.append(
            f"  free keys {', '.join(free['keys'])}: {free['assign_seconds']:.0f} s to assign once (--goal assign), "
            f"saves {free['saves_seconds']:.0f} s here, pays after {free['pays_after']} channels"
        )
    lines += ["", "Contents"]
    for part in answer["contents"]:
        lines.append(f"  slot {part['slot']:<6} {part['label'] or '':<10} {part['line']:<34} {part['seconds']:>6.0f} s")
    steps = [(chapter["title"], step) for chapter in answer["chapters"] for step in chapter["steps"]]
    for part in answer["contents"]:
        lines.append(f"\nSlot {part['slot']}  {part['line']}")
        chapter = ""
        for title, step in steps[part["first_step"] : part["first_step"] + part["steps"]]:
            if title != chapter:
                lines.append(f" {title}")
                chapter = title
            lines.append(_step_line(step))
    return "\n".join(lines)


def judged(answer: dict[str, Any]) -> str:
    """Write a verdict on a sheet."""
    states = f" (10^{answer['states_log10']})" if answer["states_log10"] is not None else ""
    reach = f"from every state{states}" if answer["complete"] else f"from {answer['starts']} starts, not from every state"
    lines = [f"{answer['verdict']}, {reach}"]
    lines += [f"  step {answer['step']}"] if answer["step"] else []
    lines += [f"  {answer[k]}" for k in ("why", "condition") if answer[k]]
    return "\n".join(lines)


def twin(answer: dict[str, Any]) -> str:
    """Write a trace and what the radio holds."""
    lines = []
    for at in answer["trace"]:
        sent = f"  sends {megahertz(at['transmitting_hz'])}" if at["transmitting_hz"] is not None else ""
        beeps = f"  beeps {' '.join(at['beeps'])}" if at["beeps"] else ""
        lines.append(f"{at['action']:<26} {at['display']['text']}{beeps}{sent}")
    for slot, channel in answer["memory"].items():
        lines.append(f"slot {slot}")
        lines += _channel_lines(channel, {})
    return "\n".join(lines)


def proofs(answer: dict[str, Any]) -> str:
    """Write the table of verdicts."""
    head = f"{'radio':<20} {'goal':<16} {'proven':>7} {'beyond':>7} {'refuted':>8} {'not found':>10}"
    lines = [head]
    for row in answer["rows"]:
        lines.append(
            f"{row['model']:<20} {row['kind']:<16} {row['proven']:>7} {row['beyond']:>7} {row['refuted']:>8} {row['not found']:>10}"
        )
    lines += [f"{f['model']} {f['kind']}: {f['why']}" for f in answer["faults"]]
    return "\n".join(lines)


def slips(answer: dict[str, Any]) -> str:
    """Write what came of the slips."""
    columns = ("slips", "harmless", "recovered", "named", "harmed", "stuck", "missed")
    lines = [f"{'radio':<20} " + " ".join(f"{c:>9}" for c in columns)]
    lines += [f"{row['model']:<20} " + " ".join(f"{row[c]:>9}" for c in columns) for row in answer["rows"]]
    lines += [f"{f['model']} {f['kind']}, step {f['step']}: {f['slip']}: {f['why']}" for f in answer["faults"]]
    return "\n".join(lines)


def profile(answer: dict[str, Any]) -> str:
    """Write what a profile check found."""
    lines = [f"{p['file']}:{p['line']}: {p['path']}: {p['text']}" for p in answer["problems"]]
    lines += [f"audit: {text}" for text in answer["audit"]]
    return "\n".join(lines) or f"{answer['file']}: no problem found"


def passes(answer: dict[str, Any]) -> str:
    """Write passes, one a line, then what has none."""
    lines = [f"{'satellite':<14} {'AOS (UTC)':<20} {'highest':<9} {'LOS':<9} {'el':>5}  azimuths         free"]
    for p in answer["passes"]:
        azimuths = " ".join(f"{p[f'azimuth_{k}_deg']:5.0f}" for k in ("aos", "tca", "los"))
        free = ", ".join(f"{w['start_utc'][11:19]}-{w['end_utc'][11:19]}" for w in p["windows"]) or "nothing above the mask"
        lines.append(
            f"{p['satellite']:<14} {p['aos_utc'][:19].replace('T', ' '):<20} {p['tca_utc'][11:19]:<9} {p['los_utc'][11:19]:<9} "
            f"{p['max_elevation_deg']:5.1f}  {azimuths}  {free}"
        )
    lines += [f"{w['satellite']:<14} {w['reason']}" for w in answer["without_passes"]]
    return "\n".join(lines)


def doppler_set(answer: dict[str, Any]) -> str:
    """Write a Doppler set."""
    lines = [f"{'memory':>6} {'hear':>10} {'send':>10}  from      to"]
    for number, m in enumerate(answer["memories"], 1):
        lines.append(
            f"{number:>6} {megahertz(m['downlink_hz']):>10} {megahertz(m['uplink_hz']):>10}  {m['from_utc'][11:19]}  {m['to_utc'][11:19]}"
        )
    for link in ("downlink", "uplink"):
        lines.append(
            f"{link:>9} off tune: {answer[f'worst_{link}_hz']:.0f} Hz at worst, {answer[f'mean_{link}_hz']:.0f} Hz in the mean"
        )
    return "\n".join(lines)


def fuzzed(answer: dict[str, Any]) -> str:
    """Return what random keys on a profile came to."""
    head = f"{answer['model']}: {answer['presses']} presses (seed {answer['seed']}), {len(answer['faults'])} faults"
    return "\n".join([head, *(f"  {f['what']}\n    {' '.join(f['keys'])}" for f in answer["faults"])])


def trial(answer: dict[str, Any]) -> str:
    """Write the next walk with the display that is drawn after each step, or what is settled."""
    if "settled" in answer:
        settled = answer["settled"]
        lines = [f"{p['words']}: {p['path']} = {p['value']}" for p in settled["patches"]] or ["nothing to change"]
        return "\n".join([*lines, *(f"  or {words}" for words in settled["left"])])
    one = answer["trial"]
    lines = [f"trial {one['id']}, from home, about {one['seconds']} s; {answer['candidates']} candidates are left"]
    lines += [f"  {' '.join(s['actions']):<28} → {s['display']['text']}" for s in one["steps"]]
    if one["writes"]:
        lines.append(f"  writes slot {', '.join(one['writes'])}")
    return "\n".join([*lines, "Stop at the first display that differs, and tell it."])


def kit(answer: dict[str, Any]) -> str:
    """Write what a field kit came to."""
    return (
        f"{answer['folder']}: {answer['files']} files, {answer['bytes'] / 1e6:.1f} MB; serve it by any web server for plain files"
    )


def compared(answer: dict[str, Any]) -> str:
    """Write where two profiles differ, each place with what stands here and there."""
    rows = [f"{d['path']}\n    here   {d['here'] or '-'}\n    there  {d['there'] or '-'}" for d in answer["differences"]]
    return "\n".join(rows) or "they read the manual alike"
