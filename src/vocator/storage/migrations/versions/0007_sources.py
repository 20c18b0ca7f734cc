"""Lines that follow from a tick know which; contacts know when they were changed last and by which forms."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Add the columns; what was ticked until now stays noted as it is."""
    op.add_column("tick", sa.Column("settled", sa.Boolean, nullable=False, server_default=sa.true()))
    op.alter_column("tick", "settled", server_default=sa.false())
    for table in ("slot_event", "work_log"):
        op.add_column(table, sa.Column("source", sa.String(80), nullable=True))
        op.create_unique_constraint(f"{table}_source_key", table, ["source"])
        op.add_column(table, sa.Column("sheet_id", sa.String(40), nullable=True))
        op.create_index(f"ix_{table}_sheet_id", table, ["sheet_id"])
    op.add_column("slot_event", sa.Column("rank", sa.Integer, nullable=False, server_default="0"))
    op.add_column("slot_event", sa.Column("effect", JSONB, nullable=True))
    op.add_column("contact", sa.Column("changed_utc", sa.DateTime(timezone=True), nullable=True))
    op.add_column("contact", sa.Column("removed", sa.Boolean, nullable=False, server_default=sa.false()))
    op.add_column("contact", sa.Column("forms", JSONB, nullable=False, server_default="[]"))
