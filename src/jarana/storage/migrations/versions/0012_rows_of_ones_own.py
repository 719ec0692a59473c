"""Row-level security on every table: a transaction sees the rows of the person it acts for."""

from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None

MINE = "nullif(current_setting('jarana.person', true), '')::uuid"
ROLE = "current_setting('jarana.role', true)"
TABLES = {
    "angler": ("id", "'door', 'operator'"),
    "sign_in_token": ("angler_id", "'door', 'operator'"),
    "sitting": ("angler_id", "'door', 'operator'"),
    "job": ("owner_id", "'worker', 'operator'"),
    **dict.fromkeys(
        ("reach", "reach_day", "lesson", "rule_set", "item", "rig", "rig_revision", "event", "solver_case"),
        ("owner_id", "'operator'"),
    ),
}
OF_NOBODY = ("pulse", "gauge", "limit_count")


def upgrade() -> None:
    for table, (owner, also) in TABLES.items():
        secure(table, f"{owner} = {MINE} or {ROLE} in ({also})")
    for table in OF_NOBODY:
        secure(table, "true")


def secure(table: str, rule: str) -> None:
    op.execute(f"alter table {table} enable row level security")
    op.execute(f"alter table {table} force row level security")
    op.execute(f"create policy own on {table} using ({rule})")


def downgrade() -> None:
    for table in (*TABLES, *OF_NOBODY):
        op.execute(f"drop policy own on {table}")
        op.execute(f"alter table {table} no force row level security")
        op.execute(f"alter table {table} disable row level security")
