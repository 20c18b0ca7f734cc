"""Station, radios, slots, sheets, work log."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def _radio_key() -> sa.Column[int]:
    return sa.Column("radio_id", sa.Integer, sa.ForeignKey("radio.id", ondelete="CASCADE"), nullable=False)


def upgrade() -> None:
    """Create the first tables."""
    op.create_table(
        "station",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("call_sign", sa.String(20), nullable=False),
        sa.Column("region", sa.String(10), nullable=False),
        sa.Column("may_send_on", JSONB, nullable=False),
        sa.Column("receive", sa.String(10), nullable=False),
        sa.Column("way", sa.String(10), nullable=False),
        sa.Column("theme", sa.String(10), nullable=False),
        sa.Column("latitude_deg", sa.Float),
        sa.Column("longitude_deg", sa.Float),
        sa.Column("height_m", sa.Float),
        sa.Column("chosen", sa.Boolean, nullable=False),
    )
    op.create_table(
        "radio",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("model", sa.String(60), nullable=False),
        sa.Column("firmware", sa.String(20), nullable=False),
        sa.Column("name", sa.String(60), nullable=False),
    )
    op.create_table(
        "slot",
        _radio_key(),
        sa.Column("slot", sa.String(20), nullable=False),
        sa.Column("state", sa.String(20), nullable=False),
        sa.Column("channel", JSONB),
        sa.Column("changed_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("radio_id", "slot"),
    )
    op.create_table(
        "slot_event",
        sa.Column("id", sa.Integer, primary_key=True),
        _radio_key(),
        sa.Column("slot", sa.String(20), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("state", sa.String(20), nullable=False),
        sa.Column("text", sa.Text, nullable=False),
        sa.Column("channel", JSONB),
    )
    op.create_index("ix_slot_event_radio_id", "slot_event", ["radio_id"])
    op.create_table(
        "sheet",
        sa.Column("id", sa.String(40), primary_key=True),
        _radio_key(),
        sa.Column("slot", sa.String(20), nullable=False),
        sa.Column("title", sa.Text, nullable=False),
        sa.Column("status", sa.String(20), nullable=False),
        sa.Column("content", JSONB, nullable=False),
        sa.Column("created_at", sa.DateTime(timezone=True), nullable=False),
    )
    op.create_index("ix_sheet_radio_id", "sheet", ["radio_id"])
    op.create_index("ix_sheet_status", "sheet", ["status"])
    op.create_table(
        "tick",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("sheet_id", sa.String(40), sa.ForeignKey("sheet.id", ondelete="CASCADE"), nullable=False),
        sa.Column("step", sa.Integer, nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("done", sa.Boolean, nullable=False),
        sa.Column("outcome", sa.String(20)),
    )
    op.create_index("ix_tick_sheet_id", "tick", ["sheet_id"])
    op.create_table(
        "work_log",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("radio", sa.String(60), nullable=False),
        sa.Column("slot", sa.String(20), nullable=False),
        sa.Column("text", sa.Text, nullable=False),
        sa.Column("proof", sa.Text, nullable=False),
        sa.Column("outcome", sa.String(20)),
    )
    op.create_index("ix_work_log_at", "work_log", ["at"])


def downgrade() -> None:
    """Drop them all."""
    for table in ("work_log", "tick", "sheet", "slot_event", "slot", "radio", "station"):
        op.drop_table(table)
