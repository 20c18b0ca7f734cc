"""How servers and workers log: as text, or as JSON lines where ``VOCATOR_LOG`` is ``json``."""

import json
import logging
import time
from typing import Any

from vocator.settings import settings


class JsonLines(logging.Formatter):
    """One JSON object a line: when (UTC), level, who, what, and the fault's own lines."""

    def format(self, record: logging.LogRecord) -> str:
        """Return a record as JSON."""
        at = time.strftime("%Y-%m-%dT%H:%M:%S", time.gmtime(record.created))
        line = {
            "at": f"{at}.{int(record.msecs):03}Z",
            "level": record.levelname.lower(),
            "from": record.name,
            "text": record.getMessage(),
        }
        if record.exc_info:
            line["fault"] = self.formatException(record.exc_info)
        return json.dumps(line, ensure_ascii=False)


def log_config() -> dict[str, Any]:
    """Return how to log, for ``logging.config``."""
    kind: dict[str, Any] = (
        {"()": JsonLines} if settings().log == "json" else {"format": "%(asctime)s %(levelname)s %(name)s: %(message)s"}
    )
    return {
        "version": 1, "disable_existing_loggers": False, "formatters": {"line": kind},
        "handlers": {"err": {"class": "logging.StreamHandler", "formatter": "line", "stream": "ext://sys.stderr"}},
        "root": {"handlers": ["err"], "level": "WARNING"},
    }  # fmt: skip
