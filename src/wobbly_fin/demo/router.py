"""The API of the examples: three rockets for an empty hangar."""

from django.http import HttpRequest
from ninja import Router

from wobbly_fin.accounts.actions.preferences import change_preferences
from wobbly_fin.accounts.people import person
from wobbly_fin.demo.examples import add_examples
from wobbly_fin.hangar.api.router import rockets
from wobbly_fin.hangar.api.schemas import RocketOut

router = Router(tags=["hangar"])


@router.post("/example", response=list[RocketOut], operation_id="load_example")
def load_example(request: HttpRequest) -> list[RocketOut]:
    """Put three example rockets into this person's hangar, and invented motors for them onto the shelf."""
    add_examples(person(request))
    change_preferences(person(request), practice=True)
    return rockets(request)
