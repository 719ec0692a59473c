"""A file of words: everything that is said is in it, what it says is said, and a wrong one is named before anything is served."""

from __future__ import annotations

import json
import os
import re
import subprocess
import sys
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.stock.kinds import kinds
from jarana.core.words.language import Language
from jarana.formats.words_file import disguise, disguised, disguised_icu, english, fluent_text
from tests.fishing import DRAWER

SAID = """
from jarana.core.outcomes.shares import in_ten
from jarana.core.tackle.knot import knots
from jarana.core.tackle.knot_card import knot_cards
from jarana.core.glossary import word_rows
print(in_ten(0.7, "take"), knots()["clinch"].name, knot_cards()["clinch"].steps[0].says, *word_rows()["winder"].also, sep="|")
"""


def run(words: Language | str, tmp_path: Path, code: str = SAID) -> subprocess.CompletedProcess[str]:
    """Run a piece of code in a process of its own that speaks a language."""
    path = tmp_path / "words.json"
    path.write_text(words if isinstance(words, str) else words.model_dump_json())
    return subprocess.run(
        [sys.executable, "-c", code], env=os.environ | {"JARANA_LANGUAGE": str(path)}, capture_output=True, text=True,
    )  # fmt: skip


SHARES = "jarana.core.outcomes.shares"


def test_sentences_tables_and_cards_are_said_by_the_file_and_in_english_where_it_is_silent(tmp_path: Path) -> None:
    words = Language(
        code="de",
        core={SHARES: {"of-ten": "von 10 sind { $count } { $of }", "takes": "Bisse"}},
        tables={"knots.clinch.name": "Klammerknoten", "card.clinch.1": "Durch das Öhr.", "words.winder.also": "Wickler, Brettchen"},
    )  # fmt: skip
    told = run(words, tmp_path)
    assert told.stdout.strip() == "von 10 sind 7 Bisse|Klammerknoten|Durch das Öhr.|Wickler|Brettchen"
    silent = run(Language(code="de"), tmp_path)
    assert silent.stdout.startswith("7 takes of 10|Clinch, 5 turns|")


@pytest.mark.long
def test_the_english_words_as_a_file_say_what_is_said_without_one(tmp_path: Path) -> None:
    alone = subprocess.run([sys.executable, "-c", SAID], capture_output=True, text=True, check=True)
    assert run(english(), tmp_path).stdout == alone.stdout


@pytest.mark.parametrize(
    ("words", "said"),
    [
        (Language(core={SHARES: {"takes": "{ $flies } takes"}}), f"core.{SHARES}.takes asks for flies, which it is not given"),
        (Language(core={SHARES: {"takes": "{ $of"}}), f"core.{SHARES}.takes is no Fluent pattern"),
        (Language(tables={"knots.clinch.name": "{depth} clinch"}), "tables.knots.clinch.name asks for more than the English text"),
        ('{"code": "deutsch"}', "which is no file of words: code: String should match pattern"),
        ('{"core": {"a": 1}}', "which is no file of words: core.a: Input should be an object"),
        ("[]", "which is no file of words: it: Input should be an object"),
    ],
)  # fmt: skip
def test_a_file_that_cannot_be_said_stops_the_program_and_names_the_word(
    words: Language | str, said: str, tmp_path: Path
) -> None:
    told = run(words, tmp_path)
    assert told.returncode == 1
    assert told.stderr.startswith("JARANA_LANGUAGE")
    assert said in told.stderr
    assert "Traceback" not in told.stderr


def test_disguised_no_word_keeps_a_plain_vowel_and_nothing_that_is_put_in_is_touched() -> None:
    words = disguised(english())
    for name, text in words.tables.items():
        assert not re.search("[aeiou]", re.sub(r"\{[a-z_ ]*\}", "", text)), name
    for plain, text in words.screen.items():
        names = set(re.findall(r"(?<!one )(?<!other )(?<!=0 )\{(\w+)(?=[,}])", plain))
        assert names <= set(re.findall(r"\{(\w+)(?=[,}])", text)), plain
    assert words.core[SHARES]["of-ten"] == "{ $count } { $of } óf 10"
    assert disguised_icu("{a, plural, =0 {} other {# knots · }}{b}") == "{a, plural, =0 {} other {# knóts · }}{b}"


@given(st.text("abc {},#'plural", max_size=40))
def test_any_pattern_can_be_disguised(text: str) -> None:
    assert len(disguised_icu(text)) >= len(text)


def test_long_words_grow_as_they_do_in_other_languages() -> None:
    assert disguise("The depth of a fly") == "Thé déépth óf á flý"


def test_the_catalogue_prints_as_fluent() -> None:
    assert f"## {SHARES}\nnone = no {{ $of }}\n" in fluent_text(english())


TOLD = """
import json, sys
from datetime import date
from itertools import pairwise
from typing import get_args
from jarana.core.drift.nominal import story
from jarana.core.errors import InputError
from jarana.core.methods import methods, name_of
from jarana.core.questions import questions
from jarana.core.questions.trails import trailing
from jarana.core.readings import readings_of
from jarana.core.rig.compare import compare
from jarana.core.rules.check import breaches
from jarana.core.rules.rule_set import RuleSet, Season
from jarana.core.search.by_weight import rows_of
from jarana.core.rig.rerig import rerig
from jarana.core.units import Writer
from jarana.core.water.compare import compare as differ
from jarana.core.water.reach import Blows, Light, Obstacle, ObstacleKind, Reach, Surface
from tests.coverage import water
from tests.fishing import begun, fished
texts, heads, last = [], set(), None
for reach in (water(0.9, 0.62), water(2.0, 0.2), water(3.5, 0.0, "lake")):
    for key, method in methods().items():
        if reach.kind not in method.waters:
            continue
        fit = method.fit(reach)
        texts += [*fit.pros, *fit.cons]
        try:
            made = begun(key, reach)
        except InputError as error:
            texts += [f.reason for f in error.faults]
            continue
        texts += [made.rig.name, *(c.text for c in made.choices), *(s.name for s in made.rig.spans)]
        texts += [c.text for c in (compare(last, made.rig, Writer()) if last else ())]
        last = made.rig
        if (made.rig.head.key, made.rig.motion.kind) in heads:
            continue
        heads.add((made.rig.head.key, made.rig.motion.kind))
        situation = fished(made.rig, reach)
        texts.append(story(situation))
        for reading in readings_of(situation):
            texts += [reading.title, reading.sentence, *reading.why]
run = water(0.9, 0.62)
chosen = {"kind": ("river", "lake"), "blows": get_args(Blows), "surface": get_args(Surface), "light": get_args(Light)}
chosen |= {f: get_args(Reach.model_fields[f].annotation) for f in ("clarity", "wariness")}
changed = [run.model_copy(update={field: word}) for field, words in chosen.items() for word in words]
stands = [Obstacle(kind=kind, x_m=1.0, length_m=1.0, height_m=0.2) for kind in get_args(ObstacleKind)]
changed += [run.model_copy(update={"obstacles": (one,)}) for one in stands]
for other in changed:
    texts += [word for c in differ(run, other, Writer()) for word in (c.what, c.before, c.after)]
strict = RuleSet(id="r", name="R", source="", checked=date(2026, 1, 1), most_flies=1, least_distance_m=2, longest_rods=0.5, longest_m=1,
                 bead_to_hook_m=0.02, lead=False, barbless=True, floats=False, shot=False, sliding_droppers=False,
                 seasons=[Season(method="dry-fly", first="05-01", last="09-30")])
texts += strict.said(Writer(), name_of)
rigs = [begun(key, run).rig for key in ("level-contact", "float-pair", "shot-below", "pegged-bead", "dry-and-nymph", "dry-fly", "swung")]
for before, after in pairwise([*rigs, *reversed(rigs)]):
    found = rerig(before, after, 9.0, 3.0, Writer())
    texts += [*found.left, *(s.text for s in found.steps), *(b.text for b in breaches(before, strict, Writer(), date(2026, 1, 1)))]
for situation in (fished(rig, run) for rig in rigs[:2]):
    texts += [row.text for row in rows_of(situation, "touch")]
    texts += [said for q in questions() for side in q.sides(situation) for said in (q.asks, side.name)]
texts += trailing(fished(rigs[1], run), None)
json.dump(texts, sys.stdout)
"""
UNSAID = re.compile(r"(?<![^\W\d_])[A-Za-z]*[aeiouyAEIOUY][A-Za-z]*(?![^\W\d_])")


def test_no_word_of_methods_rigs_stories_and_readings_is_said_past_the_file(tmp_path: Path) -> None:
    """A word alone is no sentence, and is easily forgotten: what is left in English is a name of one's own, a key, or a fish's."""
    told = run(disguised(english()), tmp_path, TOLD)
    assert told.returncode == 0, told.stderr
    texts = json.loads(told.stdout)
    own = {"trout"} | {w for kind in kinds().values() for item in getattr(DRAWER, kind.drawer) for w in names_of(item)}
    left = {
        (word, text) for text in texts for word in UNSAID.findall(text) if len(word) > 2 and word.lower() not in own
    }
    assert len(texts) > 500
    assert left == set()


def names_of(item: object) -> set[str]:
    """Return the words of what somebody called a thing of theirs."""
    called = " ".join(str(getattr(item, field, "")) for field in ("name", "label"))
    return set(re.findall("[a-z]+", called.lower()))
