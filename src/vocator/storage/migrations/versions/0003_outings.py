"""Outings, the radios of their people, what was put on whose sheet, links."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Create what outings need."""
    op.create_table(
        "outing",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("content", JSONB, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("changed_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.add_column("radio", sa.Column("outing_id", sa.Integer, sa.ForeignKey("outing.id", ondelete="CASCADE"), index=True))
    op.add_column("radio", sa.Column("person_id", sa.String(24)))
    op.create_index("radio_of_person", "radio", ["outing_id", "person_id"], unique=True)
    op.create_table(
        "placed_channel",
        sa.Column("radio_id", sa.Integer, sa.ForeignKey("radio.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("channel_id", sa.String(24), primary_key=True),
        sa.Column("slot", sa.String(20), nullable=False),
        sa.Column("stands_for", sa.Text, nullable=False),
        sa.Column("sheet_id", sa.String(40), nullable=False),
    )
    op.create_table(
        "volunteer_link",
        sa.Column("digest", sa.String(64), primary_key=True),
        sa.Column("outing_id", sa.Integer, sa.ForeignKey("outing.id", ondelete="CASCADE"), nullable=False, index=True),
        sa.Column("person_id", sa.String(24), nullable=False),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("withdrawn", sa.Boolean, nullable=False),
    )
