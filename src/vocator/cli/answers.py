"""How every command answers: a table or one JSON document, or one line of what is wrong and exit code 2."""

import json
import sys
from typing import Annotated, Any, NoReturn

import typer

Json = Annotated[bool, typer.Option("--json", help="One JSON document instead of a table.")]


def write(answer: dict[str, Any], as_json: bool, table: Any) -> None:
    """Print an answer as it was asked for."""
    print(json.dumps(answer, ensure_ascii=False) if as_json else table(answer))


def fail(message: str) -> NoReturn:
    """Say on standard error what is wrong, in one line, and end with 2."""
    print(" ".join(message.split()), file=sys.stderr)
    raise typer.Exit(2)
