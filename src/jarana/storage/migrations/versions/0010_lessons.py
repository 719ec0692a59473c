"""Lessons: what the outings on a water taught, with which everything on it is computed."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "lesson",
        sa.Column("reach_id", sa.String(length=64), nullable=False),
        sa.Column("owner_id", sa.Uuid(), nullable=False),
        sa.Column("document", postgresql.JSONB(), nullable=True),
        sa.Column("used", sa.Boolean(), nullable=False),
        sa.Column("since", sa.DateTime(timezone=True), nullable=True),
        sa.Column("why", sa.String(length=16), nullable=False),
        sa.ForeignKeyConstraint(
            ["reach_id", "owner_id"],
            ["reach.id", "reach.owner_id"],
            name=op.f("fk_lesson_reach_id_owner_id"),
            ondelete="CASCADE",
        ),
        sa.PrimaryKeyConstraint("reach_id", "owner_id", name=op.f("pk_lesson")),
    )


def downgrade() -> None:
    op.drop_table("lesson")
