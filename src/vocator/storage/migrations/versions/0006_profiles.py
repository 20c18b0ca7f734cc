"""Profiles of one's own."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Create the table."""
    op.create_table(
        "own_profile",
        sa.Column("model", sa.String(60), primary_key=True),
        sa.Column("text", sa.Text, nullable=False),
        sa.Column("added_at", sa.DateTime(timezone=True), nullable=False),
    )
