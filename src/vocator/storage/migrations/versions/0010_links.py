"""Links of satellites, kept by the operator; those of the made-up satellites, which were built in before, for stores that have them."""

import json

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.postgresql import JSONB

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None

BUILT_IN = (
    (90101, 437_650_000, 145_920_000, "67.0", "74.4", 600),
    (90102, 436_500_000, 145_850_000, "103.5", None, None),
    (90103, 145_925_000, 435_250_000, "67.0", None, None),
    (90104, 436_795_000, 145_890_000, None, None, None),
    (90105, 145_960_000, 435_350_000, "141.3", None, None),
    (90106, 437_125_000, 145_970_000, "88.5", None, None),
)


def upgrade() -> None:
    """Make the table, and fill it for the satellites that were known before."""
    op.create_table(
        "satellite_link",
        sa.Column("number", sa.Integer, primary_key=True, autoincrement=False),
        sa.Column("position", sa.Integer, primary_key=True, autoincrement=False),
        sa.Column("fields", JSONB, nullable=False),
    )
    put = sa.text("insert into satellite_link select number, 0, cast(:fields as jsonb) from element_set where number = :number")
    for number, down, up, tone, arming, timer in BUILT_IN:
        fields = {
            "downlink_hz": down, "uplink_hz": up, "name": "", "access_tone": tone, "arming_tone": arming, "timer_s": timer, "width": "wide",
            "state": "working", "notes": "", "source": "built in before", "dated": None,
        }  # fmt: skip
        op.execute(put.bindparams(number=number, fields=json.dumps(fields)))
