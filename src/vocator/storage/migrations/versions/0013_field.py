"""What was done on a device without the server, told later."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Make the table."""
    op.create_table(
        "field_event",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("kind", sa.String(20), nullable=False),
        sa.Column("device_radio", sa.BigInteger, index=True),
        sa.Column("radio_id", sa.Integer),
        sa.Column("refused", sa.Text, nullable=False),
    )
