"""The message catalogue: Fluent files (`LANGUAGE/ROOM.ftl`), one message a key, with named arguments.

Code passes codes and figures; a quantity goes in as the text `units.display.show` made of it, so that a message never formats one. A
second language is a second folder of files: no code changes with it.
"""

from functools import lru_cache
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from fluent.runtime import FluentBundle

LANGUAGE = "en"
FOLDER = Path(__file__).parent


class MessageError(LookupError):
    """A message that is not in the catalogue, or was given the wrong arguments: a bug of ours."""


def say(key: str, **arguments: str | float) -> str:
    """The message under a key.

    Parameters
    ----------
    key : str
        As in the catalogue's files, for instance `opening-no-charge`.
    arguments
        What the message names with a dollar sign; text, or a plain number where the message chooses by it.

    Returns
    -------
    str

    Raises
    ------
    MessageError
        For a key that is not there, or an argument left out.
    """
    return _whole(key, arguments)[""]


def say_whole(key: str, **arguments: str | float) -> dict[str, str]:
    """A message with what hangs on it: its own text under "", its attributes (`.good`, `.why`) under their names.

    Raises as `say` does.
    """
    return _whole(key, arguments)


def _whole(key: str, arguments: dict[str, str | float]) -> dict[str, str]:
    bundle = _bundle(LANGUAGE)
    if not bundle.has_message(key):
        raise MessageError(f"no message {key!r}")
    message = bundle.get_message(key)
    if message.value is None:
        raise MessageError(f"message {key!r} has no text")
    said = {}
    for name, pattern in {"": message.value, **message.attributes}.items():
        text, errors = bundle.format_pattern(pattern, arguments)
        if errors:
            raise MessageError(f"message {key!r}: {errors[0]}")
        said[name] = str(text)
    return said


@lru_cache(maxsize=4)
def _bundle(language: str) -> "FluentBundle":
    from fluent.runtime import FluentBundle, FluentResource  # half a second to import, and most commands say nothing

    bundle = FluentBundle([language], use_isolating=False)
    for file in sorted((FOLDER / language).glob("*.ftl")):
        bundle.add_resource(FluentResource(file.read_text(encoding="utf-8")))
    return bundle
