"""Parts to be had: an invented stock with real-world sizes, and picking the nearest of it."""

from wobbly_fin.rocketry.stock.stock import STOCK, StockItem, find_item, fits_wanted

__all__ = ["STOCK", "StockItem", "find_item", "fits_wanted"]
