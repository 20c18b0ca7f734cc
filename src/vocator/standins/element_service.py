"""An element service on loopback that stands in for a real one: made-up satellites, re-dated to today.

On demand it is slow, fails, sends rubbish or old sets, so that a client can be tried against it:
``/elements.json?slow=5``, ``?fail=503``, ``?rubbish=1``, ``?age=40`` (days).
"""

import time
from datetime import timedelta

from fastapi import FastAPI, Query
from fastapi.responses import PlainTextResponse, Response

from vocator import clock
from vocator.files.omm import write_omm_csv, write_omm_json
from vocator.files.tle import write_tle
from vocator.standins.loopback import serve
from vocator.usecases.passes.satellites import redated

WRITERS = {"json": (write_omm_json, "application/json"), "csv": (write_omm_csv, "text/csv"), "tle": (write_tle, "text/plain")}


def create_service() -> FastAPI:
    """Return the service."""
    app = FastAPI(title="Element service (stand-in)", docs_url=None, redoc_url=None)

    @app.get("/elements.{form}")
    def elements(
        form: str,
        slow: float = Query(0, ge=0, le=60),
        fail: int = Query(0, ge=0, le=599),
        rubbish: bool = False,
        age: float = Query(0, ge=0, le=4000),
    ) -> Response:
        """Give the newest sets in one of three formats."""
        time.sleep(slow)
        if fail >= 400 or form not in WRITERS:
            return PlainTextResponse("it fails, as asked" if fail else "json, csv or tle", status_code=fail or 404)
        write, media = WRITERS[form]
        text = write(redated(clock.utc_now() - timedelta(days=age)))
        return Response(text[: len(text) // 3] if rubbish else text, media_type=media)

    return app


def main() -> None:
    """Run the service on loopback."""
    serve(create_service(), "A stand-in for an element service", 8643)


if __name__ == "__main__":
    main()
