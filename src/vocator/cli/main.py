"""The command line: parses, calls one use case, writes the answer."""

import json
import sys
from pathlib import Path
from typing import Annotated, Any

import typer

from vocator import VERSION
from vocator.cli import tables
from vocator.cli.answers import Json, fail, write
from vocator.cli.profiles import fuzz, profile_app, workshop_app
from vocator.cli.requests import KNOWN_ERRORS, batch_answer, judge_answer, run_request, sheet_answer, sheet_request
from vocator.files.bounded_json import read_json
from vocator.usecases.twin.twins import take_file

app = typer.Typer(add_completion=False, no_args_is_help=True, pretty_exceptions_enable=False, rich_markup_mode=None)
app.add_typer(profile_app, name="profile", help="Work on profile files.")
app.add_typer(workshop_app, name="workshop", help="Find out what a profile says wrongly of the radio in the hand.")

Model = Annotated[str | None, typer.Argument(help="The model; not needed with --profile.")]
ProfileFile = Annotated[str | None, typer.Option("--profile", help="FILE.yaml of a profile that has not been taken in")]
Region = Annotated[str, typer.Option(help="Region pack: r2 or r1.")]


def _version(wanted: bool) -> None:
    if wanted:
        print(f"Vocator {VERSION}")
        raise typer.Exit()


@app.callback()
def about(
    version: Annotated[bool, typer.Option("--version", callback=_version, is_eager=True, help="Tell the version.")] = False,
) -> None:
    """Keys to press, proven on a virtual radio."""


def _read_json(path: Path | None) -> dict[str, Any] | None:
    if path is None:
        return None
    try:
        found = read_json(path.read_text(encoding="utf-8"))
    except (OSError, ValueError) as error:
        fail(f"{path}: {error}")
    if not isinstance(found, dict):
        fail(f"{path}: a JSON object is expected")
    return found


@app.command()
def work(processes: Annotated[int, typer.Option(min=1, max=64, help="Processes that take jobs.")] = 1) -> None:
    """Take a share of the long work of the store at VOCATOR_DATABASE_URL, until stopped."""
    import logging.config

    from vocator.logs import log_config
    from vocator.usecases.network.work import work_in  # the queue's library is of no use to the other commands

    logging.config.dictConfig(log_config())
    work_in(processes)


@app.command()
def resolve(line: str, region: Region = "r2", receive: str = "open", as_json: Json = False) -> None:
    """Say which channel a listing line stands for, and why."""
    answer = run_request({"command": "resolve", "line": line, "region": region, "receive": receive})
    if "error" in answer:
        error = answer["error"]
        write(answer, as_json, tables.refusal)
        fail(
            f"{error['where']}: {error['found']}; allowed: {error['allowed']}. {error['do']}"
            if isinstance(error, dict)
            else error
        )
    write(answer, as_json, tables.resolution)


@app.command()
def sheet(
    model: Model = None,
    slot: Annotated[str | None, typer.Option(help="Slot, as the radio numbers it; not with --channels.")] = None,
    line: str = "",
    label: Annotated[str | None, typer.Option(help="In place of the line's own; empty: no label.")] = None,
    power: Annotated[str | None, typer.Option()] = None,
    receive: str = "open",
    row: Annotated[str | None, typer.Option()] = None,
    region: Region = "r2",
    firmware: Annotated[str | None, typer.Option()] = None,
    way: str = "long",
    start: Annotated[Path | None, typer.Option(help="START.json")] = None,
    goal: str = "store",
    proof: Annotated[str, typer.Option(help="quick, or complete: from every state")] = "quick",
    channels: Annotated[Path | None, typer.Option(help="FILE.csv of many channels")] = None,
    never_send: Annotated[bool, typer.Option(help="Receive only: a shift on which PTT sends nothing.")] = False,
    replace: Annotated[bool, typer.Option("--replace", help="What the slot holds is meant to go.")] = False,
    now: Annotated[str | None, typer.Option(help="Fix the clock (ISO); a sheet does not need it.")] = None,
    profile: ProfileFile = None,
    as_json: Json = False,
) -> None:
    """Write the keys that put a channel into a slot, proven on the twin."""
    given = {
        "model": model, "profile": profile, "slot": slot, "line": line, "label": label, "power": power, "receive": receive, "row": row,
        "region": region, "firmware": firmware, "way": way, "start": _read_json(start), "goal": goal, "proof": proof,
        "channels": str(channels) if channels else None, "never_send": never_send, "replace": replace,
    }  # fmt: skip
    try:
        request = sheet_request(given)
        if channels is not None:
            answer, code = batch_answer(request, str(channels), lambda done, of: _bar(done, of, "channels proven"), not as_json)
        else:
            answer, code = sheet_answer(request, not as_json)
    except KNOWN_ERRORS as error:
        doubts = getattr(error, "resolution", None)
        if isinstance(doubts, dict) and as_json:
            print(json.dumps(doubts, ensure_ascii=False))
        fail(str(error))
    write(answer, as_json, tables.batch if channels is not None else tables.sheet)
    if code:
        raise typer.Exit(code)


@app.command()
def judge(
    sheet: Annotated[Path, typer.Option(help="SHEET.json, as sheet --json prints it")],
    model: Model = None,
    slot: Annotated[str | None, typer.Option()] = None,
    line: str = "",
    label: Annotated[str | None, typer.Option(help="In place of the line's own; empty: no label.")] = None,
    power: Annotated[str | None, typer.Option()] = None,
    receive: str = "open",
    row: Annotated[str | None, typer.Option()] = None,
    region: Region = "r2",
    firmware: Annotated[str | None, typer.Option()] = None,
    way: str = "long",
    start: Annotated[Path | None, typer.Option(help="START.json")] = None,
    goal: str = "store",
    never_send: Annotated[bool, typer.Option(help="As for sheet.")] = False,
    profile: ProfileFile = None,
    as_json: Json = False,
) -> None:
    """Judge a sheet that anybody wrote, from every state of the radio; it never plans."""
    given = {
        "model": model, "profile": profile, "slot": slot, "line": line, "label": label, "power": power, "receive": receive, "row": row,
        "region": region, "firmware": firmware, "way": way, "start": _read_json(start), "goal": goal, "sheet": _read_json(sheet),
        "never_send": never_send,
    }  # fmt: skip
    try:
        answer, code = judge_answer(given)
    except KNOWN_ERRORS as error:
        fail(str(error))
    write(answer, as_json, tables.judged)
    if code:
        raise typer.Exit(code)


@app.command()
def twin(
    keys: Annotated[Path, typer.Option(help="KEYS.txt")],
    model: Model = None,
    firmware: Annotated[str | None, typer.Option()] = None,
    region: Region = "r2",
    start: Annotated[Path | None, typer.Option(help="START.json")] = None,
    profile: ProfileFile = None,
    as_json: Json = False,
) -> None:
    """Press keys on the virtual radio and show what it does."""
    try:
        lines = keys.read_text(encoding="utf-8").splitlines()
    except (OSError, UnicodeDecodeError) as error:
        fail(f"{keys}: {error}")
    answer = run_request(
        {
            "command": "twin",
            "model": model,
            "profile": profile,
            "firmware": firmware,
            "region": region,
            "start": _read_json(start),
            "keys": lines,
        }
    )
    if "error" in answer:
        fail(str(answer["error"]))
    write(answer, as_json, tables.twin)


def _bar(done: int, of: int, what: str) -> None:
    """Draw a progress bar on standard error, one line that is written over where it is a terminal."""
    bar = "█" * round(20 * done / of)
    end = "\n" if done == of or not sys.stderr.isatty() else "\r"
    print(f"{bar:░<20} {done:>2}/{of} {what:<24}", end=end, file=sys.stderr, flush=True)


@app.command()
def prove(
    models: Annotated[list[str] | None, typer.Argument()] = None,
    channels: Annotated[int, typer.Option(help="Generated channels per radio.")] = 60,
    starts: Annotated[int | None, typer.Option(help="At most so many starts per sheet.")] = None,
    slips: Annotated[bool, typer.Option("--slips", help="Every single slip at every step of three channels a radio.")] = False,
    complete: Annotated[bool, typer.Option("--complete", help="From every state, not only from the covering set.")] = False,
    seed: int = 1,
    profile: ProfileFile = None,
    as_json: Json = False,
) -> None:
    """Prove generated goals of every kind on the radios, or that every slip is recovered from."""
    from vocator.usecases.programming.prove_radios import prove_radios
    from vocator.usecases.programming.prove_slips import prove_slips

    table: Any
    try:
        models = [take_file(profile)] if profile else models
        if slips:
            table = prove_slips(models or [], seed, _bar)
        else:
            table = prove_radios(models or [], channels, starts, seed, _bar, complete)
    except KNOWN_ERRORS as error:
        fail(str(error))
    write(table.as_dict(), as_json, tables.slips if slips else tables.proofs)
    if table.faults:
        raise typer.Exit(1)


@app.command()
def passes(
    elements: Annotated[str, typer.Option(help="FILE of OMM (JSON, CSV) or two-line sets")],
    site: Annotated[str, typer.Option(help="LAT,LON[,M]")],
    start: Annotated[str, typer.Option(help="ISO; UTC where no zone stands")],
    days: Annotated[float, typer.Option()] = 1.0,
    mask: Annotated[str | None, typer.Option(help="FILE with azimuth and elevation a line")] = None,
    as_json: Json = False,
) -> None:
    """Find every satellite pass over a site, with its parts above the horizon mask."""
    from vocator.usecases.passes.satellite_passes import passes_answer

    try:
        answer = passes_answer(elements, site, start, days, mask)
    except KNOWN_ERRORS as error:
        fail(str(error))
    write(answer, as_json, tables.passes)


@app.command(name="doppler-set")
def doppler_set(
    elements: Annotated[str, typer.Option(help="FILE of OMM (JSON, CSV) or two-line sets")],
    satellite: Annotated[str, typer.Option(help="name or catalogue number")],
    site: Annotated[str, typer.Option(help="LAT,LON[,M]")],
    aos: Annotated[str, typer.Option(help="ISO; the pass that rises within 60 s of it")],
    downlink_hz: Annotated[int, typer.Option()],
    uplink_hz: Annotated[int, typer.Option()],
    step_hz: Annotated[int, typer.Option()],
    uplink_step_hz: Annotated[int | None, typer.Option()] = None,
    memories: Annotated[int | None, typer.Option(help="at most so many")] = None,
    worst_hz: Annotated[int | None, typer.Option(help="wanted worst mistuning; 2500 when not given")] = None,
    as_json: Json = False,
) -> None:
    """Compute the memories to turn through in a pass, and when to change."""
    from vocator.usecases.passes.satellite_passes import doppler_answer

    given = {
        "elements": elements, "satellite": satellite, "site": site, "aos": aos, "downlink_hz": downlink_hz,
        "uplink_hz": uplink_hz, "step_hz": step_hz, "uplink_step_hz": uplink_step_hz, "memories": memories, "worst_hz": worst_hz,
    }  # fmt: skip
    try:
        answer = doppler_answer(given)
    except KNOWN_ERRORS as error:
        fail(str(error))
    write(answer, as_json, tables.doppler_set)


@app.command()
def batch(requests: Path) -> None:
    """Run many requests, one JSON object a line, in one process."""
    try:
        lines = requests.read_text(encoding="utf-8").splitlines()
    except (OSError, UnicodeDecodeError) as error:
        fail(f"{requests}: {error}")
    for line in lines:
        if not line.strip():
            continue
        try:
            given = read_json(line)
            answer = run_request(given) if isinstance(given, dict) else {"error": "a JSON object is expected on each line"}
        except ValueError as error:
            answer = {"error": f"not JSON: {error}"}
        print(json.dumps(answer, ensure_ascii=False))


@app.command("field-kit")
def field_kit(
    folder: Path,
    outing: Annotated[
        int | None, typer.Option(help="An outing's number: the kit then holds that and one person's radio.")
    ] = None,
    person: Annotated[str | None, typer.Option(help="Whose radio, as the outing names them.")] = None,
    as_json: Json = False,
) -> None:
    """Write a folder of plain files that is one operator's Vocator, with no server (docs/field.md)."""
    from vocator.usecases.network.field_kit import field_kit as write_kit
    from vocator.usecases.network.hand_over import kept_for_person

    try:
        first = kept_for_person(outing, person) if outing is not None or person is not None else None
        answer = write_kit(str(folder), first)
    except KNOWN_ERRORS as error:
        fail(str(error))
    except OSError as error:
        fail(f"{folder}: {error}")
    write(answer, as_json, tables.kit)


app.command("fuzz-profile")(fuzz)


def main() -> None:
    """Run the command line."""
    app()


if __name__ == "__main__":
    main()
