"""What goes to a device that has no server: one person's radio, channels and sheets at an outing, as the file of a field kit."""

from typing import Any

from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session

from vocator.core.refusal import Refusal
from vocator.settings import settings
from vocator.storage.database import session_for
from vocator.storage.field_repository import FieldRepository
from vocator.usecases.network.in_the_field import compiled_rows
from vocator.usecases.outings.board import person_sees
from vocator.usecases.outings.outings import find_person, kept, make_sheets_for


def for_person(session: Session, outing_id: int, person_id: str) -> dict[str, Any]:
    """Return the file that carries a person's radio and what they see of the outing, nothing of the others; sheets that it lacks are made.

    Raises NotFound, and what ``make_sheets_for`` raises.
    """
    one = kept(session, outing_id)
    person = find_person(one.outing, person_id)
    make_sheets_for(session, outing_id, person_id)
    session.flush()
    rows = FieldRepository(session).rows_of_person(outing_id, person_id)
    own = compiled_rows(session, {person.model})
    return {"version": 2, "rows": rows | {"own_profile": own}, "outing": person_sees(session, one, person)}


def kept_for_person(outing_id: int | None, person: str | None) -> dict[str, Any]:
    """Return the same out of the store that runs, for a person by their name; raises Refusal where it does not run, NotFound."""
    if outing_id is None or not person:
        raise Refusal("half of it", "field-kit", "both --outing and --person", "Name both, or neither for a kit of one's own.")
    with session_for(settings().database_url) as session:
        try:
            people = kept(session, outing_id).outing.people
        except OperationalError as error:
            raise Refusal(
                "no store that runs", "field-kit", "the store with the outing", "Run ./start, then this again."
            ) from error
        named = next((p.id for p in people if person.casefold() in (p.id.casefold(), p.name.casefold())), person)
        file = for_person(session, outing_id, named)
        session.commit()
        return file
