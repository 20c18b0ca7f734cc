"""Settings of a running server: the only reader of the environment."""

from functools import cache
from pathlib import Path
from typing import Literal

from pydantic_settings import BaseSettings, SettingsConfigDict


class Settings(BaseSettings):
    """What the start script hands over; every name begins with ``VOCATOR_`` there."""

    model_config = SettingsConfigDict(env_prefix="VOCATOR_")

    database_url: str = "postgresql+psycopg://vocator@127.0.0.1:54329/vocator"
    elements_url: str = "http://127.0.0.1:8643/elements.json"
    listing_url: str = "http://127.0.0.1:8644/repeaters"
    data: Path = Path(__file__).parent.parent.parent
    tls: Path = Path(__file__).parent.parent.parent / ".data" / "tls"
    library: Path = Path(__file__).parent.parent.parent / ".data" / "library"
    """The folder of a club's profiles."""
    log: Literal["text", "json"] = "text"
    """How the server logs."""
    workers: int = 1
    """Processes that answer requests."""
    sharing: str = ""
    """How other machines reach this server, as JSON; handed from its first process to the others."""
    shared_as: str = ""
    """The address that people type where a reverse proxy stands before the shared one."""
    web: Path = Path(__file__).parent.parent.parent / "web" / "dist"


@cache
def settings() -> Settings:
    """Return the settings, read once."""
    return Settings()
