"""How kernels are compiled and where the compiled code is kept.

Numba's cache does not notice that a callee in another file was edited. The cache folder is therefore named by a
digest of every source file that holds kernels: edit one and a fresh folder is used.
"""

import hashlib
import os
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

import numba
from platformdirs import user_cache_path

Function = TypeVar("Function", bound=Callable[..., object])

_KERNEL_SOURCES = (
    "constants.py",
    "compiling.py",
    "air/standard.py",
    "flight/point.py",
    "flight/stepping.py",
    "flight/descent.py",
    "flight/kernel.py",
)


def _cache_folder() -> Path:
    here = Path(__file__).parent
    digest = hashlib.sha256()
    for name in _KERNEL_SOURCES:
        digest.update((here / name).read_bytes())
    wanted = Path(os.environ.get("WOBBLY_CACHE_DIR", user_cache_path("wobbly-fin"))) / f"kernels-{digest.hexdigest()[:16]}"
    try:
        wanted.mkdir(parents=True, exist_ok=True)
        (wanted / ".writable").touch()
    except OSError:
        # A read-only home must not stop the program: compile into a folder that goes away.
        return Path(tempfile.mkdtemp(prefix="wobbly-fin-"))
    return wanted


KERNEL_CACHE = _cache_folder()
numba.config.CACHE_DIR = str(KERNEL_CACHE)  # type: ignore[attr-defined]


def kernel(function: Function) -> Function:
    """Compile a scalar function ahead of use, cached on disk, releasing the GIL while it runs."""
    compiled: Function = numba.njit(cache=True, nogil=True, error_model="numpy")(function)  # type: ignore[assignment]
    return compiled


def small_kernel(function: Function) -> Function:
    """The same for a few lines of arithmetic, put bodily into its callers: passing a flight's figures costs more than they do."""
    compiled: Function = numba.njit(cache=True, nogil=True, error_model="numpy", inline="always")(function)  # type: ignore[assignment]
    return compiled
