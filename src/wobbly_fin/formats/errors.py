"""One line that names the field and what it wants, from either kind of refusal."""

from typing import Any

from pydantic import ValidationError

from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.errors import RocketryError, SeveralFieldsError
from wobbly_fin.rocketry.words import uncapital

_UNION_MEMBERS = {"MotorDocument", "str", "quick_body", "motor_mount", *PART_TYPES}
_WANTED = {
    "extra_forbidden": "is not a key of this document",
    "missing": "is missing",
    "union_tag_not_found": "says no kind: its type is missing",
    "finite_number": "must be a finite number",
    "float_type": "must be a number",
    "json_invalid": "is not valid JSON",
}


def refusals(error: ValidationError | RocketryError) -> list[tuple[str, str]]:
    """(field, message) of everything refused."""
    if isinstance(error, SeveralFieldsError):
        return [(e.name, e.message) for e in error.errors]
    if isinstance(error, RocketryError):
        return [(error.name, error.message)]
    found: dict[str, str] = {}
    for item in error.errors(include_url=False, include_context=False):
        name, said = refusal_of_item(dict(item))
        found.setdefault(name, said)
    longest = sorted(found.items(), key=lambda pair: -pair[0].count("."))
    return [(name, said) for name, said in longest if not any(o.startswith(name + ".") for o, _ in longest)]


def refusal_of_item(item: dict[str, Any], skip: int = 0) -> tuple[str, str]:
    """(field, message) of one complaint; `skip` leading places are the request's, not the person's."""
    # A union's members each complain under their own name; the person only wrote one field.
    place = [str(p) for p in item["loc"][skip:] if str(p) not in _UNION_MEMBERS]
    said = _WANTED.get(item["type"], uncapital(item["msg"]))
    if item["type"] == "too_short":
        said = "must not be empty"
    if item["type"] == "union_tag_invalid":
        told = item["input"].get("type") if isinstance(item.get("input"), dict) else ""
        said = f"is a {str(told)[:30]!r}, which this Wobbly Fin does not know: a newer one wrote it, or it is misspelt"
    return ".".join(place) or "document", said
