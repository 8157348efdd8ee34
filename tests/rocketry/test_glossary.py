"""Every figure a screen names is explained, and nothing is explained that no screen names."""

import re
from pathlib import Path

from wobbly_fin.rocketry.altimetry.explain import READOUT_NAMES
from wobbly_fin.rocketry.flightlog.records import RECORDS
from wobbly_fin.rocketry.glossary import TERMS

FRONT = Path(__file__).parents[2] / "frontend/src"


def test_every_term_is_asked_for_and_every_figure_has_one() -> None:
    asked = set(READOUT_NAMES) | set(RECORDS)
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
