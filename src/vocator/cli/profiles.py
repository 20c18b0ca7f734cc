"""The commands on profile files: check, compare, reference, fuzz, and trials that find what one says wrongly."""

import json
from pathlib import Path
from typing import Annotated

import typer

from vocator.cli import tables
from vocator.cli.answers import Json, fail, write
from vocator.cli.requests import KNOWN_ERRORS

profile_app = typer.Typer(add_completion=False, no_args_is_help=True, rich_markup_mode=None)
workshop_app = typer.Typer(add_completion=False, no_args_is_help=True, rich_markup_mode=None)


def fuzz(
    file: Path,
    presses: Annotated[int, typer.Option(min=1, max=1_000_000)] = 5_000,
    seed: int = 1,
    as_json: Json = False,
) -> None:
    """Press keys at random on a profile: nothing may fail, and everything must have a way home."""
    from vocator.usecases.profiles.fuzz_profile import fuzz_profile

    try:
        answer = fuzz_profile(str(file), presses, seed)
    except KNOWN_ERRORS as error:
        fail(str(error))
    write(answer, as_json, tables.fuzzed)
    if answer["faults"]:
        raise typer.Exit(1)


@profile_app.command("check")
def profile_check(file: Path, as_json: Json = False) -> None:
    """Check a profile file and name everything that is wrong with it."""
    from vocator.usecases.profiles.check_profile import check_profile

    answer = check_profile(file)
    write(answer, as_json, tables.profile)
    if answer["problems"]:
        fail(f"{file}: {len(answer['problems'])} problems")
    if answer["unfinished"]:
        raise typer.Exit(1)


@profile_app.command("compare")
def profile_compare(
    file: Path,
    other: Path,
    take: Annotated[
        list[str] | None, typer.Option(help="A place whose reading is taken over from the other; may be given again.")
    ] = None,
    out: Annotated[Path | None, typer.Option(help="Where the profile with what was taken over is written.")] = None,
    as_json: Json = False,
) -> None:
    """Show where two descriptions of the same radio read its manual differently; take single readings over."""
    from vocator.usecases.profiles.compare_profiles import differences, with_readings
    from vocator.usecases.twin.twins import read_profile

    try:
        here, there = read_profile(str(file)), read_profile(str(other))
        answer = {"differences": differences(here, there)}
        if take and out:
            out.write_text(with_readings(here, there, take), encoding="utf-8")
    except KNOWN_ERRORS as error:
        fail(str(error))
    write(answer, as_json, tables.compared)


@profile_app.command("reference")
def profile_reference(as_json: Json = False) -> None:
    """Write the reference of the profile format: every field and verb, with an example out of a radio that runs."""
    from vocator.usecases.profiles.format_reference import as_markdown, reference

    print(json.dumps(reference(), ensure_ascii=False) if as_json else as_markdown(), end="")


@workshop_app.command("trial")
def workshop_trial(
    profile: Annotated[str, typer.Option(help="FILE.yaml")],
    log: Annotated[Path | None, typer.Option(help="LOG.jsonl: the symptom, then what trials showed")] = None,
    slot: Annotated[str | None, typer.Option(help="A slot given up for trials; without it nothing is written.")] = None,
    patched: Annotated[str | None, typer.Option(help="OUT.yaml for the mended profile, once it is settled")] = None,
    as_json: Json = False,
) -> None:
    """Return the next thing to try on the radio, or what is settled."""
    from vocator.usecases.profiles.trial import read_log, trial_of

    try:
        answer = trial_of(profile, read_log(str(log)) if log else [], slot, patched)
    except (OSError, UnicodeDecodeError) as error:
        fail(f"{log or profile}: {error}")
    except KNOWN_ERRORS as error:
        fail(str(error))
    write(answer, as_json, tables.trial)
