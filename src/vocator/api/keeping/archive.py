"""Everything that is kept as one file, and back."""

from fastapi import APIRouter, Response

from vocator.api.keeping.reopen import reopen
from vocator.api.media import file_of
from vocator.api.passes.passes import Body
from vocator.api.schemas import RestoredShape
from vocator.api.store import Store
from vocator.usecases.keeping.archive import restore, write_archive

router = APIRouter(prefix="/api", tags=["station"])


@router.get("/archive.zip", **file_of("application/zip"))
def archive(store: Store) -> Response:
    """Return everything that is kept as one archive."""
    head = {"Content-Disposition": 'attachment; filename="vocator.zip"'}
    return Response(write_archive(store), media_type="application/zip", headers=head)


@router.post("/archive", status_code=201)
def restore_archive(raw: Body, store: Store) -> RestoredShape:
    """Restore an archive into an empty installation."""
    return RestoredShape(rows=restore(store, raw, reopen))
