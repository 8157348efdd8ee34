"""The document a descent is asked with: a mass under a canopy, or under one that is still to be sized."""

from typing import Any

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.documents import SiteDocument
from wobbly_fin.rocketry.canopies.canopy import Canopy, descent_rate_m_s
from wobbly_fin.rocketry.canopies.devices import CanopyKind
from wobbly_fin.rocketry.canopies.sizing import diameter_for
from wobbly_fin.rocketry.errors import RocketryError


class HangingDocument(Document):
    """A canopy; its diameter is left out where it is asked for."""

    kind: CanopyKind = "flat"
    diameter_m: Number | None = None
    cd: Number | None = None
    spill_hole_m: Number = 0.0


class DescentDocument(Document):
    """A mass under a canopy at a site; with a target, the diameter that meets it."""

    mass_kg: Number
    canopy: HangingDocument
    site: SiteDocument = SiteDocument()
    target_descent_rate_m_s: Number | None = None

    def answer(self) -> dict[str, Any]:
        """The contract's answer: the rate and the net area, or the diameter that gives a rate."""
        density = within("site", self.site.to_site).air.density_kg_m3(0.0)
        told = self.canopy.diameter_m
        if self.target_descent_rate_m_s is None:
            if told is None:
                raise RocketryError("canopy.diameter_m", "is missing; or give target_descent_rate_m_s and have it sized")
            canopy = within("canopy", self._canopy, told)
            rate = descent_rate_m_s(self.mass_kg, canopy, density)
            return {"descent_rate_m_s": rate, "canopy_area_m2": canopy.area_m2}
        if told is not None:
            raise RocketryError("target_descent_rate_m_s", "and canopy.diameter_m are both told; one of them is the question")
        wanted = self.target_descent_rate_m_s
        diameter = diameter_for(self.mass_kg, wanted, density, self.canopy.kind, self.canopy.cd, self.canopy.spill_hole_m)
        canopy = within("canopy", self._canopy, diameter)
        return {"diameter_m": diameter, "descent_rate_m_s": wanted, "canopy_area_m2": canopy.area_m2}

    def _canopy(self, diameter_m: float) -> Canopy:
        c = self.canopy
        return Canopy(kind=c.kind, diameter_m=diameter_m, cd=c.cd, spill_hole_m=c.spill_hole_m)
