"""Parts a person can build from: what they put by themselves, and invented ones where the practice shelf is on."""

from uuid import UUID

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.accounts.people import preferences_of
from wobbly_fin.rocketry.stock.stock import STOCK, StockItem
from wobbly_fin.stores.models import OwnPart


def part_shelf(user: User) -> list[StockItem]:
    """Own parts first, then the invented ones, where their owner wants them there."""
    practice = list(STOCK.values()) if preferences_of(user).practice else []
    return [_own(row) for row in OwnPart.objects.visible_to(user)] + practice


def stock_item(user: User, key: str) -> StockItem:
    """One item; raises Http404 where there is none this person may see."""
    if key in STOCK:
        return STOCK[key]
    kind, _, rest = key.partition(":")
    try:
        row = OwnPart.objects.visible_to(user).filter(pk=UUID(rest)).first() if kind == "own" else None
    except ValueError:
        row = None
    if row is None:
        raise Http404
    return _own(row)


def _own(row: OwnPart) -> StockItem:
    return StockItem(
        key=f"own:{row.pk}", name=row.name, supplier="yours", type=row.part_type, figures=row.figures, nominal=row.nominal
    )
