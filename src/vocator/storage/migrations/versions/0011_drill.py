"""What was exercised on twins."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Make the table."""
    op.create_table(
        "drill_event",
        sa.Column("id", sa.String(80), primary_key=True),
        sa.Column("person", sa.String(60), nullable=False, index=True),
        sa.Column("model", sa.String(60), nullable=False),
        sa.Column("item", sa.String(80), nullable=False),
        sa.Column("at_utc", sa.DateTime(timezone=True), nullable=False),
        sa.Column("right", sa.Boolean, nullable=False),
        sa.Column("hints", sa.Integer, nullable=False),
        sa.Column("seconds", sa.Float, nullable=False),
        sa.Column("usual_s", sa.Float, nullable=False),
        sa.Column("keys", sa.Integer, nullable=False),
    )
