"""What an operator says of a radio's slots at large: ranges that are free, taken, kept out or not known."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add the column; of radios from before nothing is said."""
    op.add_column("radio", sa.Column("marks", JSONB, nullable=False, server_default="[]"))
