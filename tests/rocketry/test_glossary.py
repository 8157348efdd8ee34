"""Every figure a screen names is explained, and nothing is explained that no screen names."""

import re
from pathlib import Path

import pytest

from wobbly_fin.rocketry.altimetry.explain import READOUT_NAMES
from wobbly_fin.rocketry.flightlog.records import RECORDS
from wobbly_fin.rocketry.glossary import TERMS, WORDS

FRONT = Path(__file__).parents[2] / "frontend/src"
SAYING = [p for kind in ("*.py", "*.ftl") for p in (Path(__file__).parents[2] / "src/wobbly_fin").rglob(kind)]


def test_every_term_is_asked_for_and_every_figure_has_one() -> None:
    asked = set(READOUT_NAMES) | set(RECORDS) | set(WORDS.values())
    for path in FRONT.rglob("*.svelte"):
        text = path.read_text(encoding="utf-8")
        if "Term.svelte" in text:
            asked |= set(re.findall(r'<Term of="(\w+)"', text))
            if "<Term of={key}>" in text:
                asked |= set(re.findall(r"^\s*\['(\w+)', '[^']+'\],$", text, re.MULTILINE))
    assert asked == set(TERMS)


def test_what_a_term_says_is_a_sentence_or_two() -> None:
    for key, said in TERMS.items():
        assert 20 < len(said) < 260 and said.endswith("."), key


@pytest.mark.parametrize("word", WORDS)
def test_every_word_stands_in_some_sentence_of_ours(word: str) -> None:
    """A word nobody says would be help nobody finds."""
    said = "\n".join(p.read_text(encoding="utf-8") for p in SAYING if p.name != "glossary.py")
    assert re.search(rf"(?<!\w){re.escape(word)}(?!\w)", said, re.IGNORECASE), word
