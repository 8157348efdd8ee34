"""Each test of the registry, made to fail by itself, is heard at every door: strip, flight, board, day, phone and the command line."""

import re
from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest

import wobbly_fin
from tests.api.conftest import Person
from tests.api.test_agreement import on_the_command_line
from tests.api.test_one_truth import LIGHT, flown, meadow, on_a_day, ready, store
from wobbly_fin.hangar import judged
from wobbly_fin.hangar.api.readiness import PLACES
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.readiness import readiness_of
from wobbly_fin.launchdays import plan
from wobbly_fin.rocketry.choosing import registry
from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.site.remembered import Remembered

WORDS = (Path(wobbly_fin.__file__).parent / "rocketry/messages/en/verdict.ftl").read_text(encoding="utf-8")


def failing(name: str) -> Trial:
    """An outcome of a test that there are words for."""
    words = re.findall(rf"^test-{name.replace('_', '-')}-([a-z-]+) =", WORDS, re.M)
    assert words, f"no words for {name}"
    why = "" if "failed" in words else words[0]
    return Trial(name=name, passed=False, value=1.0, limit=2.0, unit="m", margin=None, why=why)  # type: ignore[arg-type]


@pytest.fixture
def forgetful(monkeypatch: pytest.MonkeyPatch) -> None:
    """Nothing remembered from before: a test declared otherwise is no value that an answer hangs on."""
    for room, name in ((judged, "_judged"), (judged, "_picked"), (judged, "_changes"), (plan, "_lines"), (plan, "_tried")):
        monkeypatch.setattr(room, name, Remembered(50))


@pytest.mark.parametrize("name", [t.name for t in registry.TESTS])
def test_a_test_that_fails_is_heard_at_every_door(
    hedda: Person, name: str, monkeypatch: pytest.MonkeyPatch, forgetful: None, tmp_path: Any, capsys: Any
) -> None:
    meadow(hedda)
    rocket = store(hedda, LIGHT, known={"mass_kg": 0.04})
    outcome = failing(name)
    tests = tuple(replace(t, judge=lambda case: outcome) if t.name == name else t for t in registry.TESTS)
    monkeypatch.setattr(registry, "TESTS", tests)
    said = trial_sentence(outcome)

    strip = ready(hedda, rocket)
    assert strip["verdict"] == "no" and strip["decides"] == f"{said}." and strip["decides_at"] == PLACES[outcome.name]
    assert flown(hedda, rocket)[name]["state"] == "failed"
    board = hedda.get(f"/hangar/rockets/{rocket}/board?shares=true")
    assert all(said in str(d["tests"]) for m in board["motors"] if m["verdict"] != "no" for d in m["delays"])
    assert {m["verdict"] for m in board["motors"]} == {"no"}
    line = on_a_day(hedda, rocket)  # the phone's pack carries the same line
    assert line["verdict"] == "no_go" and f"{said}." in [r["say"] for r in line["reasons"] if r["fails"]]
    assert line["grid"][0][0] == "no_go" or registry.BY_NAME[outcome.name].name == "inside_field"

    lead = readiness_of(hedda.user, Rocket.objects.get(pk=rocket), "catalogue:C8", 5).candidate
    assert lead is not None
    answer = on_the_command_line(Rocket.objects.get(pk=rocket).document, lead, tmp_path, capsys)
    assert {t["name"]: t["state"] for t in answer["tests"]}[name] == "failed" and answer["verdict"] == "no"
