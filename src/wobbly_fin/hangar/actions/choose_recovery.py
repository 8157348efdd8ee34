"""Choose how a rocket is let down and packed."""

from pydantic import ValidationError

from wobbly_fin.formats.errors import refusals
from wobbly_fin.formats.rocket_file import RecoveryChoice, RocketFile
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units import parse
from wobbly_fin.rocketry.units.display import UnitChoice

_TYPED = {"main_height": ("main_height_m", "height"), "drogue": ("drogue_m", "short_length")}
_PLAIN = {"protection", "wadding", "fold", "first", "at_apogee"}


def choose_recovery(file: RocketFile, told: dict[str, bool | str | None], units: UnitChoice) -> RocketFile:
    """The file with some of its recovery's boxes changed; raises RocketryError at the box at fault."""
    content = file.recovery.model_dump(mode="json")
    for name, value in told.items():
        if name in _PLAIN:
            content[name] = value if value is not None else ""
        elif name in _TYPED:
            field, quantity = _TYPED[name]
            text = str(value or "").strip()
            content[field] = parse(text, quantity, units.system, name=name).si if text else None
            content["typed"] = {**content["typed"], name: text}
        else:
            raise RocketryError(name, "is no box of this form")
    if content["first"] != "main" and content["main_height_m"] is None:
        # Common practice: a main let out low opens at about 150 m.
        content["main_height_m"] = 150.0
        content["typed"] = {**content["typed"], "main_height": "150 m"}
    try:
        choice = RecoveryChoice.model_validate(content)
    except ValidationError as error:
        raise RocketryError(*refusals(error)[0]) from error
    try:
        return file.model_copy(update={"recovery": choice}).check()
    except RocketryError as error:
        field = error.name.removeprefix("recovery.").split(".")[0]
        raise RocketryError({"main_height_m": "main_height"}.get(field, field), error.message) from error
