"""A canopy and the order in which things open, as a flight's document has them."""

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import CanopyKind
from wobbly_fin.rocketry.flight.sequence import First
from wobbly_fin.rocketry.flight.sequence import Sequence as RecoverySequence


class CanopyDocument(Document):
    """A canopy; `cd` belongs to π/4 (D² − hole²) and takes the kind's usual value when left out."""

    kind: CanopyKind = "flat"
    diameter_m: Number
    cd: Number | None = None
    spill_hole_m: Number = 0.0

    def to_canopy(self) -> Canopy:
        return Canopy(**self.model_dump())


class RecoveryDocument(Document):
    """In what order things open; a rocket without `parts` opens its canopy at once."""

    first: First = "main"
    drogue: CanopyDocument | None = None
    main_height_m: Number | None = None
    main_after_s: Number | None = None
    at_apogee: bool = False
    filling_s: Number = 0.0
    burns: bool = False

    def to_sequence(self) -> RecoverySequence:
        drogue = within("drogue", self.drogue.to_canopy) if self.drogue else None
        return RecoverySequence(**self.model_dump(exclude={"drogue"}), drogue=drogue)
