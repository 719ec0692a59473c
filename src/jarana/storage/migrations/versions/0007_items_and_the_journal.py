"""one table of items, the journal, what is in hand.

The nine tables of tackle become one; the ledger, ties and wear become events, each thing taken back with an undo of its own.
"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

SHELVES = {
    "spools": "spool", "flies": "fly_pattern", "lines": "fly_line", "rods": "rod", "floats": "float", "shot": "shot",
    "rings": "ring", "reels": "reel", "knots": "knot_test",
}  # fmt: skip
UNDONE = """
    INSERT INTO event (owner_id, id, device, seq, at, kind, payload, undoes)
    SELECT owner_id, md5(id::text || 'undo')::uuid, 'before', {base} + row_number() OVER (PARTITION BY owner_id ORDER BY undone_at),
        undone_at, 'undo', '{{"type": "undo", "version": 1}}', id
    FROM {table} WHERE undone_at IS NOT NULL
"""


def upgrade() -> None:
    op.create_table(
        "item",
        sa.Column("owner_id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.String(length=16), nullable=False),
        sa.Column("id", sa.String(length=64), nullable=False),
        sa.Column("document", postgresql.JSONB(), nullable=False),
        sa.Column("deleted_at", sa.DateTime(timezone=True), nullable=True),
        sa.CheckConstraint("kind <> ''", name=op.f("ck_item_kind_named")),
        sa.ForeignKeyConstraint(["owner_id"], ["angler.id"], name=op.f("fk_item_owner_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("owner_id", "kind", "id", name=op.f("pk_item")),
    )
    op.create_index("ix_item_here", "item", ["owner_id", "kind"], postgresql_where=sa.text("deleted_at IS NULL"))
    for kind, table in SHELVES.items():
        op.execute(
            f"INSERT INTO item (owner_id, kind, id, document, deleted_at) "
            f"SELECT owner_id, '{kind}', id, document, deleted_at FROM \"{table}\""
        )
    op.create_table(
        "event",
        sa.Column("owner_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("device", sa.String(length=64), nullable=False),
        sa.Column("seq", sa.BigInteger(), nullable=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("kind", sa.String(length=16), nullable=False),
        sa.Column("payload", postgresql.JSONB(), nullable=False),
        sa.Column("about", sa.Uuid(), nullable=True),
        sa.Column("undoes", sa.Uuid(), nullable=True),
        sa.Column("undone", sa.Boolean(), server_default=sa.text("false"), nullable=False),
        sa.Column("place", sa.BigInteger(), sa.Identity(always=True), nullable=False),
        sa.Column(
            "received_at", sa.DateTime(timezone=True), server_default=sa.text("clock_timestamp()"), nullable=False
        ),
        sa.CheckConstraint("seq >= 0", name=op.f("ck_event_seq_counts")),
        sa.CheckConstraint("(kind = 'undo') = (undoes IS NOT NULL)", name=op.f("ck_event_undo_names_one")),
        sa.ForeignKeyConstraint(["owner_id"], ["angler.id"], name=op.f("fk_event_owner_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(
            ["owner_id", "undoes"],
            ["event.owner_id", "event.id"],
            name=op.f("fk_event_owner_id_undoes"),
            ondelete="CASCADE",
        ),
        sa.PrimaryKeyConstraint("owner_id", "id", name=op.f("pk_event")),
        sa.UniqueConstraint("owner_id", "device", "seq", name=op.f("uq_event_owner_id_device_seq")),
    )
    op.create_index("ix_event_newest", "event", ["owner_id", "kind", sa.text("place DESC")])
    op.create_index("ix_event_about", "event", ["owner_id", "about", "kind"])
    op.create_index("ix_event_undoes", "event", ["owner_id", "undoes"])
    _events()
    for table in ("wear", "stock_change", "tie", *SHELVES.values()):
        op.drop_table(table)
    _rigs()
    op.add_column("angler", sa.Column("water_in_hand", sa.String(length=64), nullable=True))
    op.add_column("angler", sa.Column("rig_in_hand", sa.Uuid(), nullable=True))
    op.create_check_constraint(op.f("ck_angler_session_counts"), "angler", "session_version > 0")
    op.create_check_constraint(op.f("ck_reach_number_counts"), "reach", "number > 0")
    op.create_index("ix_reach_here", "reach", ["owner_id"], postgresql_where=sa.text("deleted_at IS NULL"))
    op.create_index("ix_rule_set_here", "rule_set", ["owner_id"], postgresql_where=sa.text("deleted_at IS NULL"))
    op.create_table(
        "solver_case",
        sa.Column("id", sa.String(length=32), nullable=False),
        sa.Column("owner_id", sa.Uuid(), nullable=False),
        sa.Column("message", sa.String(length=400), nullable=False),
        sa.Column("situation", postgresql.JSONB(), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("clock_timestamp()"), nullable=False),
        sa.ForeignKeyConstraint(["owner_id"], ["angler.id"], name=op.f("fk_solver_case_owner_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_solver_case")),
    )
    op.create_index(op.f("ix_solver_case_owner_id"), "solver_case", ["owner_id"])


def _events() -> None:
    """Write what was kept as events, oldest first, each in its order on one device called `before`."""
    op.execute(
        """
        INSERT INTO event (owner_id, id, device, seq, at, kind, payload, about, undone)
        SELECT owner_id, id, 'before', row_number() OVER (PARTITION BY owner_id ORDER BY made_at, rank), made_at, kind, payload,
            about, undone
        FROM (
            SELECT owner_id, id, made_at, 1 AS rank, 'tied' AS kind, rig_id AS about, undone_at IS NOT NULL AS undone,
                jsonb_build_object('type', 'tied', 'version', 1, 'rig', rig_id, 'revision', revision_id) AS payload
            FROM tie
            UNION ALL
            SELECT owner_id, id, made_at, 2, 'stock', tie_id, undone_at IS NOT NULL,
                jsonb_build_object('type', 'moved', 'version', 0, 'why', why, 'change', entries)
            FROM stock_change
            UNION ALL
            SELECT owner_id, id, made_at, 3, 'wear', tie_id, undone_at IS NOT NULL,
                jsonb_build_object('type', 'wear', 'version', 0) || event
            FROM wear
        ) AS happened
        ORDER BY made_at, rank
        """
    )
    for k, table in enumerate(("tie", "stock_change", "wear"), start=1):
        op.execute(UNDONE.format(table=table, base=k * 1_000_000_000))


def _rigs() -> None:
    """Key rigs and revisions by their owner too, and let a rig say what a list shows of it."""
    for name in ("name", "method"):
        length = 120 if name == "name" else 64
        op.add_column("rig", sa.Column(name, sa.String(length=length), nullable=True))
    op.add_column("rig", sa.Column("flies", postgresql.JSONB(), nullable=True))
    op.add_column("rig", sa.Column("number", sa.Integer(), nullable=True))
    op.add_column(
        "rig", sa.Column("changed_at", sa.DateTime(timezone=True), server_default=sa.text("clock_timestamp()"))
    )
    op.execute(
        """
        UPDATE rig SET name = left(r.document->>'name', 120), method = r.document->>'method', number = r.number,
            changed_at = r.made_at, flies = coalesce((
                SELECT jsonb_agg(CASE WHEN a->'body'->>'kind' = 'fly'
                    THEN (a->'body'->>'pattern') || ' #' || (a->'body'->'hook'->>'size')
                    WHEN a->'body'->>'kind' = 'shot' THEN 'shot ' || (a->'body'->>'name')
                    ELSE a->'body'->>'name' END)
                FROM jsonb_array_elements(r.document->'attachments') AS a), '[]')
        FROM rig_revision r WHERE r.id = rig.head_revision
        """
    )
    for name in ("name", "method", "flies", "number", "changed_at"):
        op.alter_column("rig", name, nullable=False)
    op.drop_constraint("fk_rig_revision_rig_id", "rig_revision", type_="foreignkey")
    op.drop_constraint("fk_rig_revision_owner_id", "rig_revision", type_="foreignkey")
    op.drop_constraint("uq_rig_revision_rig_id_number", "rig_revision", type_="unique")
    op.drop_index("ix_rig_revision_owner_id_rig_id", table_name="rig_revision")
    op.drop_constraint("pk_rig_revision", "rig_revision", type_="primary")
    op.drop_index("ix_rig_owner_id", table_name="rig")
    op.drop_constraint("pk_rig", "rig", type_="primary")
    op.create_primary_key("pk_rig", "rig", ["owner_id", "id"])
    op.create_primary_key("pk_rig_revision", "rig_revision", ["owner_id", "id"])
    op.create_unique_constraint(
        op.f("uq_rig_revision_owner_id_rig_id_number"), "rig_revision", ["owner_id", "rig_id", "number"]
    )
    op.create_foreign_key(
        op.f("fk_rig_revision_owner_id_rig_id"),
        "rig_revision",
        "rig",
        ["owner_id", "rig_id"],
        ["owner_id", "id"],
        ondelete="CASCADE",
    )
    op.create_foreign_key(
        op.f("fk_rig_owner_id_head_revision"), "rig", "rig_revision", ["owner_id", "head_revision"], ["owner_id", "id"],
        deferrable=True, initially="DEFERRED",
    )  # fmt: skip
    op.create_check_constraint(op.f("ck_rig_number_counts"), "rig", "number > 0")
    op.create_check_constraint(op.f("ck_rig_revision_number_counts"), "rig_revision", "number > 0")
    op.create_index(
        "ix_rig_newest",
        "rig",
        ["owner_id", sa.text("changed_at DESC"), "id"],
        postgresql_where=sa.text("deleted_at IS NULL"),
    )
    op.alter_column("rig_revision", "made_at", server_default=sa.text("clock_timestamp()"))
