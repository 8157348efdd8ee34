"""How easily the interface's sentences read, by Flesch's reading ease as textstat counts it: 60 and more is plain English."""

import re
from pathlib import Path
from statistics import fmean

import pytest
import textstat

import wobbly_fin

FOLDER = Path(wobbly_fin.__file__).parent / "rocketry" / "messages" / "en"
_VALUE = re.compile(r"^[a-z][\w-]* = (.+(?:\n[ ]+.+)*)|^\s+\.[a-z]+ = (.+)|^\s+\*?\[[\w.-]+\] (.+)", re.MULTILINE)
PLAIN, SHORT = 60.0, 5  # wanted on average; a sentence has that many words at least


def sentences(text: str) -> list[str]:
    """What is said in a file of messages, a word in the place of every figure; labels and choices between forms left out."""
    found = [next(g for g in m.groups() if g) for m in _VALUE.finditer(text)]
    plain = [" ".join(re.sub(r"\{[^}]*\}", "it", v).split()) for v in found if "->" not in v]
    return [v for v in plain if len(v.split()) >= SHORT]


def test_the_interface_reads_as_plain_english(capsys: pytest.CaptureFixture[str]) -> None:
    by_file = {
        p.stem: [textstat.flesch_reading_ease(s) for s in sentences(p.read_text(encoding="utf-8"))] for p in FOLDER.glob("*.ftl")
    }
    ease = {name: fmean(each) for name, each in by_file.items() if each}
    with capsys.disabled():
        print(f"\nreading ease {fmean(x for each in by_file.values() for x in each):.0f} over all; by file: "
              + ", ".join(f"{n} {e:.0f}" for n, e in sorted(ease.items(), key=lambda pair: pair[1])[:6]))  # fmt: skip
    assert sum(len(each) for each in by_file.values()) > 700
    assert min(ease.values()) >= PLAIN, ease


def test_it_is_felt_when_sentences_turn_into_officialese() -> None:
    (plain,) = sentences("a-b = Push the { $part } home and mark both halves.\n")
    (stiff,) = sentences(
        "a-b = Subsequent verification of aerodynamic characteristics necessitates comprehensive experimental documentation.\n"
    )
    assert textstat.flesch_reading_ease(plain) > 80 > PLAIN > textstat.flesch_reading_ease(stiff)
