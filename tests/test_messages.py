"""The message catalogue against the code: nothing missing, nothing unused, nothing twice, and the right arguments everywhere."""

import ast
import re
from collections import Counter
from pathlib import Path

import pytest
from fluent.syntax import FluentParser
from fluent.syntax import ast as ftl
from fluent.syntax.visitor import Visitor

from wobbly_fin.rocketry.messages import MessageError, catalogue, say
from wobbly_fin.rocketry.messages.catalogue import FOLDER, LANGUAGE

_SOURCES = Path(__file__).parents[1] / "src" / "wobbly_fin"


class _Arguments(Visitor):
    def __init__(self) -> None:
        self.names: set[str] = set()

    def visit_VariableReference(self, node: ftl.VariableReference) -> None:  # noqa: N802 (the visitor looks for this name)
        self.names.add(node.id.name)


def _arguments(message: ftl.Message) -> frozenset[str]:
    found = _Arguments()
    found.visit(message)
    return frozenset(found.names)


def _messages() -> list[tuple[str, frozenset[str]]]:
    out = []
    for file in sorted((FOLDER / LANGUAGE).glob("*.ftl")):
        for entry in FluentParser().parse(file.read_text(encoding="utf-8")).body:
            assert not isinstance(entry, ftl.Junk), f"{file.name}: {entry.content[:80]}"
            if isinstance(entry, ftl.Message):
                out.append((entry.id.name, _arguments(entry)))
    return out


_CATALOGUE = dict(_messages())


def _calls() -> list[tuple[str, str, frozenset[str] | None]]:
    """Every `say(…)`: where it stands, its key as a pattern, its arguments (None where they are handed on whole)."""
    out = []
    for file in _SOURCES.rglob("*.py"):
        text = file.read_text(encoding="utf-8")
        if "from wobbly_fin.rocketry.messages import" not in text:
            continue
        for node in ast.walk(ast.parse(text)):
            if not (
                isinstance(node, ast.Call)
                and isinstance(node.func, ast.Name)
                and node.func.id in ("say", "say_whole")
                and node.args
            ):
                continue
            key = node.args[0]
            if isinstance(key, ast.Constant) and isinstance(key.value, str):
                pattern = re.escape(key.value)
            elif isinstance(key, ast.JoinedStr):
                pattern = "".join(re.escape(str(v.value)) if isinstance(v, ast.Constant) else "[a-z0-9_-]+" for v in key.values)
            else:
                raise AssertionError(f"{file.name}:{node.lineno}: a key is written out, or an f-string that can be searched for")
            whole = any(k.arg is None for k in node.keywords)
            out.append((f"{file.name}:{node.lineno}", pattern, None if whole else frozenset(k.arg or "" for k in node.keywords)))
    return out


def test_no_key_stands_twice() -> None:
    assert [k for k, n in Counter(k for k, _ in _messages()).items() if n > 1] == []


@pytest.mark.parametrize(("where", "pattern", "given"), _calls(), ids=lambda v: v if isinstance(v, str) else "")
def test_a_call_finds_its_message_and_gives_what_it_names(where: str, pattern: str, given: frozenset[str] | None) -> None:
    found = [key for key in _CATALOGUE if re.fullmatch(pattern, key)]
    assert found, f"{where}: no message is like {pattern}"
    if given is not None:
        for key in found:
            assert _CATALOGUE[key] <= given, f"{where}: {key} wants {sorted(_CATALOGUE[key] - given)}"
        assert given <= frozenset().union(*(_CATALOGUE[k] for k in found)), f"{where}: gives what no message names"


def test_every_message_is_said_somewhere() -> None:
    patterns = [pattern for _, pattern, _ in _calls()]
    assert [key for key in _CATALOGUE if not any(re.fullmatch(p, key) for p in patterns)] == []


def test_a_missing_message_is_an_error_and_so_is_a_missing_argument(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    (tmp_path / LANGUAGE).mkdir()
    (tmp_path / LANGUAGE / "a.ftl").write_text("high = { $height } high\n", encoding="utf-8")
    monkeypatch.setattr(catalogue, "FOLDER", tmp_path)
    catalogue._bundle.cache_clear()
    try:
        assert say("high", height="142 m") == "142 m high"
        for wrong in ({}, {"heights": "142 m"}):
            with pytest.raises(MessageError):
                say("high", **wrong)
        with pytest.raises(MessageError):
            say("there-is-no-such-message")
    finally:
        catalogue._bundle.cache_clear()
