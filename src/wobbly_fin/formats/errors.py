"""One line that names the field and what it wants, from either kind of refusal."""

from pydantic import ValidationError

from wobbly_fin.rocketry.errors import RocketryError

_WANTED = {
    "extra_forbidden": "is not a key of this document",
    "missing": "is missing",
    "finite_number": "must be a finite number",
    "float_type": "must be a number",
    "json_invalid": "is not valid JSON",
}


def refusals(error: ValidationError | RocketryError) -> list[tuple[str, str]]:
    """(field, message) of everything refused."""
    if isinstance(error, RocketryError):
        return [(error.name, error.message)]
    found: dict[str, str] = {}
    for item in error.errors(include_url=False, include_context=False):
        # A union's members each complain under their own name; the person only wrote one field.
        place = [str(p) for p in item["loc"] if str(p) not in ("MotorDocument", "str")]
        said = _WANTED.get(item["type"], item["msg"][0].lower() + item["msg"][1:])
        if item["type"] == "too_short":
            said = "must not be empty" if item["loc"][-1] == "thrust" else said
        found.setdefault(".".join(place) or "document", said)
    longest = sorted(found.items(), key=lambda pair: -pair[0].count("."))
    return [(name, said) for name, said in longest if not any(o.startswith(name + ".") for o, _ in longest)]
