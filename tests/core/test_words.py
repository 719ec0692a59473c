"""One catalogue: every sentence of the core is a message of its module, and every message is said, with just what it asks for."""

from __future__ import annotations

import ast
import importlib
import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from fluent.syntax import parse
from fluent.syntax.ast import Junk, Message, VariableReference
from fluent.syntax.visitor import Visitor

import jarana
from jarana.cli import main
from jarana.core.words import catalogue, phrases

SOURCE = Path(jarana.__file__).parent
ROOMS = (
    "readings", "motions", "heads", "questions", "strength", "rules", "sheet", "search", "water", "drift", "methods",
    "caution", "leader", "stock", "tackle", "rig",
)  # fmt: skip
"""Rooms of the core whose sentences a person reads."""
ELSEWHERE = {"Law", "Range", "Field", "SolverError", "phrases", "open", "cast"}
"""Calls whose texts are not said: sources, descriptions of documents, faults of the computation."""
WRITES = ("text", "figure", "get", "removeprefix", "removesuffix", "split", "replace")
AROUND = (
    "usecases",
    "api/resources",
    "api/errors.py",
    "formats/log_csv.py",
    "formats/old_log.py",
    "formats/stock_csv.py",
    "formats/rig_file.py",
    "formats/rig_svg.py",
    "formats/leader_svg.py",
    "cli.py",
    "cli_archive.py",
    "cli_bank.py",
    "cli_search.py",
    "cli_serve.py",
    "cli_units.py",
    "hosting",
    "ports/gauge.py",
    "ports/line_device.py",
)
"""What is said around the core: answers of the API, the command line, faults of files, drawings, what is outside."""
NO_WORDS = re.compile(
    r"^(mail|person|case) x$|<|insert into|set local|select |noindex|charset|filename|2025-06-14|^line x: $| sent$|^open join$|dead worker|^no room$|^database away$|run bin/demo|unix_socket|^x=.x. text-anchor"
)
"""Markup, statements, headers, lines of the log."""
INSIDE = sorted(path for room in ROOMS for path in (SOURCE / "core" / room).rglob("*.py"))
FILES = [
    *INSIDE,
    *sorted(
        path for room in AROUND for path in ([SOURCE / room] if room.endswith(".py") else (SOURCE / room).rglob("*.py"))
    ),
]


def named(path: Path) -> str:
    return ".".join(("jarana", *path.relative_to(SOURCE).with_suffix("").parts))


def keys() -> set[str]:
    """Words that are keys: they stand in a Literal."""
    found: set[str] = set()
    for text in (path.read_text() for path in SOURCE.rglob("*.py")):
        for node in ast.walk(ast.parse(text)) if "Literal[" in text else ():
            if isinstance(node, ast.Subscript) and isinstance(node.value, ast.Name) and node.value.id == "Literal":
                found |= {n.value for n in ast.walk(node.slice) if isinstance(n, ast.Constant)}
    return found


def unsaid(tree: ast.Module) -> set[int]:
    """Nodes that are no sentences: docstrings, annotations, comparisons, keys."""
    found: set[int] = set()
    for node in ast.walk(tree):
        parts: list[ast.AST | None] = []
        if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef):
            parts += [s for s in node.body if isinstance(s, ast.Expr) and isinstance(s.value, ast.Constant)]
        if isinstance(node, ast.FunctionDef):
            parts.append(node.returns)
        if isinstance(node, ast.arg | ast.AnnAssign):
            parts.append(node.annotation)
        if isinstance(node, ast.Compare | ast.Assert):
            parts.append(node)
        if isinstance(node, ast.Subscript):
            parts.append(node.slice)
        if isinstance(node, ast.Dict):
            parts += node.keys
        if isinstance(node, ast.match_case):
            parts.append(node.pattern)
        if isinstance(node, ast.Raise) and "NotImplemented" in ast.unparse(node):
            parts.append(node)
        if isinstance(node, ast.Call):
            called = node.func
            alone = called.id if isinstance(called, ast.Name) else ""
            last = called.attr if isinstance(called, ast.Attribute) else alone
            if alone in ELSEWHERE or last in WRITES or (last == "compile" and ast.unparse(called) == "re.compile"):
                parts.append(node)
        found |= {id(inner) for part in parts if part is not None for inner in ast.walk(part)}
    return found


def sentences(path: Path, known: set[str]) -> Iterator[str]:
    """Yield texts of several words that stand in the code itself."""
    tree = ast.parse(path.read_text())
    skip = unsaid(tree)
    for node in ast.walk(tree):
        if isinstance(node, ast.JoinedStr) and id(node) not in skip:
            skip |= {id(inner) for inner in ast.walk(node)}
            fixed = "".join(v.value if isinstance(v, ast.Constant) else "x" for v in node.values)
            words = "".join(v.value for v in node.values if isinstance(v, ast.Constant))
        elif isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in skip:
            fixed = words = node.value
        else:
            continue
        if " " in fixed.strip() and len(fixed) > 5 and re.search("[A-Za-z]{2}", words) and fixed not in known:
            yield fixed


def said(path: Path) -> Iterator[tuple[str, set[str]]]:
    """Yield name and arguments of everything a module says."""
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "say":
            assert isinstance(node.args[0], ast.Constant), ast.unparse(node)
            yield str(node.args[0].value), {str(k.arg) for k in node.keywords}


def asks_for(message: object) -> set[str]:
    found: set[str] = set()

    class Look(Visitor):
        def visit_VariableReference(self, node: VariableReference) -> None:
            found.add(node.id.name)

    Look().visit(message)
    return found


@pytest.fixture(scope="module")
def whole() -> dict[str, dict[str, Message]]:
    """The catalogue once everything has given its words."""
    for path in FILES:
        importlib.import_module(named(path))
    return catalogue()


def test_no_sentence_stands_outside_the_catalogue() -> None:
    known = keys()
    outside = {
        f"{path.relative_to(SOURCE)}: {text}"
        for path in FILES
        for text in sentences(path, known)
        if path in INSIDE or not NO_WORDS.search(text)
    }
    assert outside == set()


@pytest.mark.parametrize("path", [p for p in FILES if "phrases(" in p.read_text()], ids=named)
def test_every_message_is_said_with_what_it_asks_for(path: Path, whole: dict[str, dict[str, Message]]) -> None:
    messages = whole[named(path)]
    spoken = list(said(path))
    assert {name for name, _ in spoken} == set(messages)
    for name, given in spoken:
        assert given == asks_for(messages[name]), name


def test_the_whole_catalogue_is_printed_by_module(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["words"]) == 0
    told = capsys.readouterr().out
    assert [e for e in parse(told).body if isinstance(e, Junk)] == []
    for path in FILES:
        assert ("phrases(" in path.read_text()) == (f"## {named(path)}\n" in told), path


def test_what_is_no_message_is_refused_where_it_is_written() -> None:
    phrases("a.module", "no equals sign")
    with pytest.raises(ValueError, match=r"a\.module: .*no equals sign"):
        catalogue()
    phrases("a.module", "")


def test_a_message_that_lacks_what_it_asks_for_is_no_sentence() -> None:
    say = phrases("a.module", "lost = You lose { $flies }.")
    with pytest.raises(Exception, match="flies"):
        say("lost")


def test_plurals_are_the_message_s() -> None:
    say = phrases("a.module", "lost = { $n ->\n    [one] one fly\n   *[other] { $n } flies\n }")
    assert [say("lost", n=n) for n in (1, 2)] == ["one fly", "2 flies"]
