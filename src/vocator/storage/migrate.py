"""Bringing a database to the present tables."""

from pathlib import Path

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine


def migrate(engine: Engine, to: str = "head") -> None:
    """Run every migration that the database lacks, up to a revision."""
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    config.set_main_option("path_separator", "os")
    with engine.begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, to)
