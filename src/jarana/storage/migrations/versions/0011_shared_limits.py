"""Limits counted by all processes together."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "limit_count",
        sa.Column("key", sa.String(length=300), nullable=False),
        sa.Column("count", sa.Integer(), nullable=False),
        sa.Column("ends_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_limit_count")),
        prefixes=["UNLOGGED"],
    )
    op.create_index("ix_limit_count_ends", "limit_count", ["ends_at"])


def downgrade() -> None:
    op.drop_table("limit_count")
