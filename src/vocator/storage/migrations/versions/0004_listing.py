"""The cached listing of repeaters."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Create the cache."""
    op.create_table(
        "listed_repeater",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("fields", JSONB, nullable=False),
        sa.Column("as_of", sa.String(20), nullable=False),
        sa.Column("fetched_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("change", sa.Text, nullable=False),
    )
