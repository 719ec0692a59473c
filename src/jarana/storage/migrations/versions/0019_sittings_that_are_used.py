"""When a browser that is signed in was last used: it stays signed in for as long as it is."""

import sqlalchemy as sa
from alembic import op

revision = "0019"
down_revision = "0018"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("sitting", sa.Column("used_at", sa.DateTime(timezone=True), nullable=True))
    op.execute("set local jarana.role = 'operator'")
    op.execute("update sitting set used_at = begun_at")
    op.alter_column("sitting", "used_at", nullable=False)


def downgrade() -> None:
    op.drop_column("sitting", "used_at")
