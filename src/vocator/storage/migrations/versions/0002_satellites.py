"""Element sets, chosen passes, contacts; the station's horizon mask."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    """Create what satellites need."""
    op.add_column("station", sa.Column("mask", JSONB, nullable=False, server_default="[]"))
    op.create_table(
        "element_set",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=False),
        sa.Column("name", sa.String(60), nullable=False),
        sa.Column("epoch_utc", sa.DateTime(timezone=True), nullable=False),
        sa.Column("fields", JSONB, nullable=False),
        sa.Column("source", sa.String(120), nullable=False),
        sa.Column("fetched_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("chosen", sa.Boolean, nullable=False),
    )
    op.create_table(
        "chosen_pass",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=False),
        sa.Column("aos_utc", sa.DateTime(timezone=True), primary_key=True),
        sa.Column("query", sa.String(300), nullable=False),
    )
    op.create_table(
        "contact",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("at_utc", sa.DateTime(timezone=True), nullable=False, index=True),
        *[sa.Column(name, sa.String(60), nullable=False) for name in ("call_sign", "grid", "satellite", "mode")],
        sa.Column("tx_hz", sa.BigInteger),
        sa.Column("rx_hz", sa.BigInteger),
        *[sa.Column(name, sa.String(20), nullable=False) for name in ("report_sent", "report_received", "my_call", "my_grid")],
        sa.Column("note", sa.Text, nullable=False),
    )
