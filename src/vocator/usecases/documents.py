"""The documents that the pages lead to."""

from vocator.usecases.errors import NotFound
from vocator.where import ROOT

DOCS = ROOT / "docs"
GIVEN = ("profile-format", "trials", "formats", "glossary")


def document(name: str) -> str:
    """Return the text of a document; raises NotFound."""
    if name not in GIVEN or not (DOCS / f"{name}.md").is_file():
        raise NotFound(f"document {name!r}", ", ".join(GIVEN))
    return (DOCS / f"{name}.md").read_text(encoding="utf-8")
