"""What flights teach of a rocket and of its builder, and how high the next one goes: the document `wobbly learn` reads, and its answer."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field, RootModel

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.documents import RocketDocument, SiteDocument
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.standard_drag import cruise_cd
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.learning.band import height_band
from wobbly_fin.rocketry.learning.owner import builder_of
from wobbly_fin.rocketry.learning.rocket_fit import CD_GUESSED_SD, DragPrior, Measured, learn_rocket
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.motor import Motor

CD_TOLD_SD = 0.20  # of a Cd nobody says how sure it is of
_MOST = 200


class TaughtRocket(RocketDocument):
    """A rocket, and how sure its Cd is: 1σ as a fraction, a guess where it is left out."""

    cd_sd_fraction: Number | None = None

    def to_prior(self) -> DragPrior:
        """What is thought of its drag before it flies."""
        if self.cd_sd_fraction is None:
            return DragPrior(0.0, CD_TOLD_SD if self.cd is not None or self.parts is None else CD_GUESSED_SD)
        require_positive("cd_sd_fraction", self.cd_sd_fraction, 1.0)
        return DragPrior(0.0, self.cd_sd_fraction)


class FlownDocument(Document):
    """What flies: rocket, motor, site."""

    rocket: TaughtRocket
    motor: MotorDocument | str
    site: SiteDocument = SiteDocument()


class TaughtFlight(FlownDocument):
    """A flight and how high it went, by the reading; its delay as labelled and as it was."""

    apogee_m: Number
    apogee_sd_m: Number
    delay_s: Number | None = None
    real_delay_s: Number | None = None

    def measured(self, key: str, motor: Motor) -> Measured:
        """As the core takes it."""
        require_positive("apogee_m", self.apogee_m, 1e5)
        require_positive("apogee_sd_m", self.apogee_sd_m, 1e5)
        for name in ("delay_s", "real_delay_s"):
            if getattr(self, name) is not None:
                require_finite(name, getattr(self, name), 0.0, 60.0)
        return Measured(
            key=key, rocket=within("rocket", self.rocket.to_rocket), motor=motor, site=within("site", self.site.to_site),
            apogee_m=self.apogee_m, apogee_sd_m=self.apogee_sd_m,
        )  # fmt: skip


class LearnDocument(Document):
    """A rocket's flights, its owner's other rockets' flights, and what flies next."""

    flights: Annotated[list[TaughtFlight], Field(max_length=_MOST)]
    others: Annotated[list[TaughtFlight], Field(max_length=_MOST)] = []
    next: FlownDocument

    def answer(self) -> dict[str, Any]:
        """The next height, and what it rests on."""
        types: list[dict[str, Any] | str] = []
        rocket = within("next.rocket", self.next.rocket.to_rocket)
        prior = within("next.rocket", self.next.rocket.to_prior)
        builder = builder_of(self._others(types), CD_TOLD_SD)
        prior = builder.prior(prior)
        flights = _measured("flights", self.flights, types)
        learnt = learn_rocket(flights, prior=prior)
        motor = within("next.motor", _motor, self.next.motor, types)
        band = height_band(rocket, motor, within("next.site", self.next.site.to_site), learnt)
        if band is None:
            raise RocketryError("next", "does not fly: its motor does not lift it, or it leaves the air that is modelled")
        owner = (
            builder_of([*self._others(types), (learn_rocket(flights, prior=prior), prior)], CD_TOLD_SD) if flights else builder
        )
        return {
            "p05_m": band.low_m,
            "p50_m": band.expected_m,
            "p95_m": band.high_m,
            "cd": _cd(rocket) * learnt.cd_factor,
            "cd_sd_fraction": learnt.cd_sd,
            "scatter_sd_fraction": learnt.scatter_sd,
            "owner_cd_factor": owner.factor,
            "flights": learnt.flights,
            "others": builder.rockets,
        }

    def _others(self, types: list[dict[str, Any] | str]) -> list[Any]:
        """What each other rocket teaches by itself."""
        apart: dict[str, list[tuple[int, TaughtFlight]]] = {}
        for n, flight in enumerate(self.others):
            apart.setdefault(flight.rocket.model_dump_json(), []).append((n, flight))
        out = []
        for those in apart.values():
            prior = within(f"others.{those[0][0]}.rocket", those[0][1].rocket.to_prior)
            flights = [within(f"others.{n}", _one, f"others.{n}", f, types) for n, f in those]
            out.append((learn_rocket(flights, prior=prior), prior))
        return out


def _measured(place: str, flights: Sequence[TaughtFlight], types: list[dict[str, Any] | str]) -> list[Measured]:
    return [within(f"{place}.{n}", _one, f"{place}.{n}", f, types) for n, f in enumerate(flights)]


def _one(key: str, flight: TaughtFlight, types: list[dict[str, Any] | str]) -> Measured:
    return flight.measured(key, within("motor", _motor, flight.motor, types))


def _motor(told: MotorDocument | str, types: list[dict[str, Any] | str]) -> Motor:
    """Motors are of one type where their documents agree."""
    if isinstance(told, str):
        return find_motor(told)[0]
    written = told.model_dump(mode="json")
    if written not in types:
        types.append(written)
    return replace(told.to_motor(), revision=f"document-{types.index(written)}")


def _cd(rocket: Rocket) -> float:
    if isinstance(rocket, QuickRocket):
        return rocket.cd
    assert isinstance(rocket, RigidRocket)
    known = rocket.airframe.known.cd
    return known if known is not None else cruise_cd(rocket.layout)


class LearnDocuments(RootModel[Annotated[list[LearnDocument], Field(max_length=1000)]]):
    """Several at once: a list of answers."""


def answer_of(document: Any) -> Any:
    """Of one document, or of a list of them."""
    if isinstance(document, list):
        return [within(str(n), d.answer) for n, d in enumerate(LearnDocuments.model_validate(document).root)]
    return LearnDocument.model_validate(document).answer()
