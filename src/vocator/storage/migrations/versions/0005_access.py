"""Who may come in over the network: the lead's passphrase, sessions, attempts."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Create the tables; none of them goes into the archive."""
    op.create_table(
        "lead_passphrase",
        sa.Column("id", sa.Integer, primary_key=True, autoincrement=False),
        sa.Column("hashed", sa.Text, nullable=False),
        sa.Column("set_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.create_table(
        "lead_session",
        sa.Column("digest", sa.String(64), primary_key=True),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.create_table(
        "sign_in_attempt",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False, index=True),
        sa.Column("address", sa.String(60), nullable=False),
    )
