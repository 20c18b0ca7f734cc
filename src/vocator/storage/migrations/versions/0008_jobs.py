"""Jobs: the tables of the queue's own library, and what came of sheets that could not be made."""

import sqlalchemy as sa
from alembic import op
from procrastinate.schema import SchemaManager

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add the tables; the queue's are those of the version of its library that is pinned.

    A later version of the library brings its own steps from there: they become a migration here.
    """
    op.get_bind().connection.cursor().execute(SchemaManager.get_schema())
    op.create_table(
        "outing_trouble",
        sa.Column("outing_id", sa.Integer, sa.ForeignKey("outing.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("person_id", sa.String(24), primary_key=True),
        sa.Column("words", sa.Text, nullable=False),
    )
