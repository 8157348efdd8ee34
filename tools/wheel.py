"""What a wheel holds beside the package: the front end as built. An editable install serves it from where it is built."""

from pathlib import Path
from typing import Any

from hatchling.builders.hooks.plugin.interface import BuildHookInterface


class BuiltFrontEnd(BuildHookInterface):
    """See the module."""

    def initialize(self, version: str, build_data: dict[str, Any]) -> None:
        """Put it into the wheel; raises FileNotFoundError where it was not built."""
        if version == "editable":
            return
        built = Path(self.root) / "frontend" / "dist"
        if not (built / "manifest.json").is_file():
            raise FileNotFoundError("The front end is not built: say make wheel.")
        build_data["force_include"][str(built)] = "wobbly_fin/built"
