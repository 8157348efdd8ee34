"""The Recovery station: does it fit, does it hold, how fast does it land, how is it packed."""

import uuid
from typing import Annotated

from django.http import HttpRequest
from ninja import Header, Router

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.pictures import picture_out
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.actions.choose_recovery import choose_recovery
from wobbly_fin.hangar.actions.save import save_rocket
from wobbly_fin.hangar.api.recovery_schemas import (
    BayLayerOut,
    CanopyOptionOut,
    CardStepOut,
    LinkOut,
    LoadCaseOut,
    OptionOut,
    RecoveryIn,
    RecoveryOut,
)
from wobbly_fin.hangar.api.router import row_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.recovery import RecoveryStation, recovery_of
from wobbly_fin.rocketry.recovery.explain import (
    cd_sentence,
    charge_sentences,
    cord_sentence,
    exposed_sentence,
    fault_sentence,
    fit_sentence,
    landing_sentence,
    link_sentence,
    vent_sentence,
    weakest_sentence,
)
from wobbly_fin.rocketry.recovery.folds import FOLDS
from wobbly_fin.rocketry.recovery.gas_path import burns
from wobbly_fin.rocketry.recovery.packing import PROTECTIONS
from wobbly_fin.rocketry.recovery.whole import Case
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.site.errors import ErrorOut

router = Router(tags=["hangar"])
_FIRSTS = {
    "main": "the canopy at once",
    "tumble": "tumbling, the canopy lower down",
    "drogue": "a small canopy, the main lower down",
}
_ZIPS = "A thin stiff line at the tube’s rim may cut it open: elastic above it, a longer cord, or a band round the rim."


@router.get("/rockets/{uuid:key}/recovery", response={200: RecoveryOut, 404: ErrorOut, 422: ErrorOut}, operation_id="recovery")
def recovery(request: HttpRequest, key: uuid.UUID) -> RecoveryOut:
    """A rocket's recovery as it stands."""
    return _shown(request, row_of(request, key))


@router.put(
    "/rockets/{uuid:key}/recovery",
    response={200: RecoveryOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut},
    operation_id="choose_recovery",
)
def put_recovery(
    request: HttpRequest, key: uuid.UUID, body: RecoveryIn, if_match: Annotated[int | None, Header(alias="If-Match")] = None
) -> RecoveryOut:
    """Choose how it is let down and packed; `If-Match` carries the revision the choice was made from."""
    user = person(request)
    file = choose_recovery(read_rocket_file(row_of(request, key).document), body.told, units_of(preferences_of(user)))
    save_rocket(user, key, file, if_match)
    return _shown(request, row_of(request, key))


def _shown(request: HttpRequest, row: Rocket) -> RecoveryOut:
    return recovery_out(row, recovery_of(person(request), row))


def recovery_out(row: Rocket, s: RecoveryStation) -> RecoveryOut:
    """The station's answer."""
    found, units, choice = s.found, s.units, s.file.recovery
    unwell = found.worst.loads.weakest.safety < 1 or found.packed.fit == "does not fit" or burns(found.exposed)
    careful = found.breaks_fins or found.rate_m_s > found.band[1] or found.exposed or found.packed.fit == "tight"
    return RecoveryOut(
        rocket_id=row.pk,
        revision=row.revision,
        landing=landing_sentence(found, units),
        verdict="no" if unwell else "warn" if careful else "good",
        fit=found.packed.fit,
        fits=fit_sentence(found, units),
        cord=cord_sentence(found, units),
        fault=fault_sentence(found.worst, units),
        zips=_ZIPS if found.zips else "",
        cd=cd_sentence(s.kind, found.canopy.drag_coefficient),
        bay_length_m=found.bay.length_m,
        bay_fore_m=found.bay.fore_m - found.tube.fore_m,
        bore_m=found.bay.bore_m,
        layers=[
            BayLayerOut(what=x.what, length_m=x.length_m, depth_m=x.depth_m, said=show(x.length_m, "short_length", units))
            for x in found.packed.layers
        ],
        cases=[_case_out(c, units) for c in found.cases],
        exposed=[exposed_sentence(e) for e in found.exposed],
        burns=burns(found.exposed),
        charge=charge_sentences(found, units),
        vents=[vent_sentence(v, units) for v in found.vents],
        options=[
            CanopyOptionOut(
                name=o.name, rate=show(o.rate_m_s, "speed", units), energy=f"{o.energy_j:.2g} J", drift=show(o.drift_m, "length", units), fit=o.fit,
                verdict="fast" if o.rate_m_s > found.band[1] else "slow" if o.rate_m_s < found.band[0] else "good",
            )
            for o in s.options
        ],
        card=[CardStepOut(title=c.title, text=c.text, check=c.check, caution=c.caution, picture=picture_out(c.picture)) for c in s.card],
        protection=choice.protection,
        wadding=choice.wadding,
        fold=choice.fold,
        first=choice.first,
        main_height=choice.typed.get("main_height", ""),
        at_apogee=choice.at_apogee,
        protections=_options(PROTECTIONS),
        folds=_options(FOLDS),
        firsts=_options(_FIRSTS),
        motor=s.motor,
    )  # fmt: skip


def _case_out(case: Case, units: UnitChoice) -> LoadCaseOut:
    weakest = case.loads.weakest
    return LoadCaseOut(
        name=case.name,
        speed=show(case.speed_m_s, "speed", units),
        sentence=weakest_sentence(case, units),
        links=[
            LinkOut(
                name=x.name, kind=x.kind, said=link_sentence(x, units), safety=round(min(x.safety, 99.0), 2), weakest=x is weakest
            )
            for x in case.loads.links
        ],
    )


def _options(known: dict[str, str]) -> list[OptionOut]:
    return [OptionOut(key=k, label=v) for k, v in known.items()]
