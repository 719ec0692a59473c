"""Counts of limits are not written twice: after a crash of the database they begin anew."""

from alembic import op

revision = "0018"
down_revision = "0017"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.execute("alter table limit_count set unlogged")


def downgrade() -> None:
    op.execute("alter table limit_count set logged")
