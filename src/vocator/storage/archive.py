"""All that is kept as plain rows, table by table, out and in again."""

from datetime import datetime
from typing import Any

from sqlalchemy import DateTime, Integer, Table, func, select, text
from sqlalchemy.orm import Session

from vocator.storage.tables import Base

REVISION = "0006"
"""The newest migration; rows of a newer one are not read."""


def archived_tables() -> list[Table]:
    """Return the tables that are exported, in an order in which rows may be inserted; secrets and sessions stay here."""
    return [t for t in Base.metadata.sorted_tables if t.info.get("archived", True)]


def table_names() -> list[str]:
    """Return the names of the tables that are exported."""
    return [t.name for t in archived_tables()]


def rows_of(session: Session, name: str) -> list[dict[str, Any]]:
    """Return all rows of a table as plain values."""
    table = Base.metadata.tables[name]
    return [
        {k: v.isoformat() if isinstance(v, datetime) else v for k, v in row.items()}
        for row in session.execute(select(table)).mappings()
    ]


def is_empty(session: Session) -> bool:
    """Whether nothing is kept."""
    return not any(session.scalar(select(func.count()).select_from(t)) for t in archived_tables())


def put_rows(session: Session, name: str, rows: list[Any]) -> None:
    """Insert rows; raises ValueError for a column that is not the table's, or a value that is none of its kind."""
    table = Base.metadata.tables[name]
    made = [_row(table, r) for r in rows]
    for start in range(0, len(made), 500):
        session.execute(table.insert(), made[start : start + 500])


def _row(table: Table, given: Any) -> dict[str, Any]:
    if not isinstance(given, dict) or set(given) != set(table.columns.keys()):
        raise ValueError(f"{table.name}: a row with other columns than {', '.join(table.columns.keys())}")
    try:
        return {
            k: datetime.fromisoformat(v) if isinstance(table.columns[k].type, DateTime) and v is not None else v
            for k, v in given.items()
        }
    except (TypeError, ValueError) as error:
        raise ValueError(f"{table.name}: {error}") from None


def count_on(session: Session) -> None:
    """Let the numbers that the database gives out go on after the highest one restored."""
    for table in archived_tables():
        keys = list(table.primary_key.columns)
        if (
            len(keys) == 1
            and isinstance(keys[0].type, Integer)
            and keys[0].autoincrement is not False
            and table.name != "station"
        ):
            name = keys[0].name
            session.execute(
                text(
                    f"select setval(pg_get_serial_sequence('{table.name}', '{name}'), coalesce((select max({name}) from \"{table.name}\"), 0) + 1, false)"
                )
            )
