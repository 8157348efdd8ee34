"""Drag and balance of an airframe over Mach: the document `wobbly drag` reads, and its answer."""

from typing import Annotated, Any

import numpy as np
from pydantic import Field

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.documents import RocketDocument, SiteDocument
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.rocketry.airframe.barrowman import pressure
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import motor_places
from wobbly_fin.rocketry.airframe.modelled import HIGHEST_MACH
from wobbly_fin.rocketry.airframe.standard_drag import drag_at
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.learning.rocket_fit import CD_GUESSED_SD
from wobbly_fin.rocketry.motors.catalogue import find_motor

_LOWEST_MACH = 0.05


class DragDocument(Document):
    """An airframe, the Mach numbers asked for, and if wanted what burns in it and where it flies."""

    rocket: RocketDocument
    mach: Annotated[list[Number], Field(min_length=1, max_length=400)]
    site: SiteDocument = SiteDocument()
    motor: MotorDocument | str | None = None

    def answer(self) -> dict[str, Any]:
        """Rows in the order asked; raises RocketryError outside Mach 0.05 … 2."""
        for place, mach in enumerate(self.mach):
            if not _LOWEST_MACH <= mach <= HIGHEST_MACH:
                raise RocketryError(f"mach.{place}", f"is {mach:g}; drag is modelled from {_LOWEST_MACH:g} to {HIGHEST_MACH:g}")
        airframe = within("rocket", self.rocket.to_airframe)
        layout = within("rocket", lay_out, airframe)
        air = within("site", self.site.to_site).air
        filled = 0.0
        if self.motor is not None:
            motor = (
                within("motor", find_motor, self.motor)[0]
                if isinstance(self.motor, str)
                else within("motor", self.motor.to_motor)
            )
            filled = within("motor", motor_places, airframe, layout, len(airframe.stages) - 1, motor).as_one_circle_m
        drag = drag_at(layout, np.array(self.mach) * air.sound_speed_m_s, motor_diameter_m=filled, air=air)
        pushes = [pressure(layout, mach) for mach in self.mach]
        return {
            "rows": [
                {
                    "mach": mach,
                    "cd_coasting": float(drag.coasting[n]),
                    "cd_thrusting": float(drag.thrusting[n]),
                    "cp_m": push.cp_m,
                    "cn_alpha_per_rad": push.cn_alpha_per_rad,
                    "reynolds": float(drag.reynolds[n]),
                    "within_model": drag.within_model(mach),
                }
                for n, (mach, push) in enumerate(zip(self.mach, pushes, strict=True))
            ],
            "reference_diameter_m": layout.reference_diameter_m,
            "cd_sd_fraction": CD_GUESSED_SD,
            "outside": sorted(drag.outside),
        }
