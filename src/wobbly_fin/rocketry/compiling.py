"""How kernels are compiled and where the compiled code is kept.

Numba's cache does not notice that a callee in another file was edited. The cache folder is therefore named by a
digest of every source file that holds kernels: edit one and a fresh folder is used.
"""

import hashlib
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar

import numba
from numba.core import types
from numba.extending import intrinsic
from numba.np.arrayobj import make_array

from wobbly_fin.rocketry.cache_folder import cache_folder

Function = TypeVar("Function", bound=Callable[..., object])

_KERNEL_SOURCES = (
    "constants.py",
    "compiling.py",
    "air/standard.py",
    "flight/figures.py",
    "flight/gusts.py",
    "flight/wind.py",
    "flight/forces.py",
    "flight/stepping.py",
    "flight/descent.py",
    "flight/ascent.py",
    "flight/runs.py",
    "altimetry/smoother.py",
    "altimetry/whole_model.py",
)


def _digest() -> str:
    here, digest = Path(__file__).parent, hashlib.sha256()
    for name in _KERNEL_SOURCES:
        digest.update((here / name).read_bytes())
    return digest.hexdigest()[:16]


KERNEL_CACHE = cache_folder(f"kernels-{_digest()}")
numba.config.CACHE_DIR = str(KERNEL_CACHE)  # type: ignore[attr-defined]


def kernel(function: Function) -> Function:
    """Compile a scalar function ahead of use, cached on disk, releasing the GIL while it runs."""
    compiled: Function = numba.njit(cache=True, nogil=True, error_model="numpy")(function)  # type: ignore[assignment]
    return compiled


def small_kernel(function: Function) -> Function:
    """The same for a few lines of arithmetic, put bodily into its callers: passing a flight's figures costs more than they do."""
    compiled: Function = numba.njit(cache=True, nogil=True, error_model="numpy", inline="always")(function)  # type: ignore[assignment]
    return compiled


def _pointer(context: Any, array: Any) -> Any:
    """Where an array's first number lies, for indexing in compiled code; the caller holds the array itself.

    Numba counts a reference, atomically, wherever an array changes its name; in a loop of small inlined functions that costs
    more than the arithmetic. A pointer is only a number. Nothing checks its bounds.
    """

    def generate(context: Any, builder: Any, signature: Any, arguments: Any) -> Any:
        return make_array(signature.args[0])(context, builder, arguments[0]).data  # type: ignore[no-untyped-call]

    return types.CPointer(array.dtype)(array), generate  # type: ignore[no-untyped-call]


# Called as pointer(array) in compiled code.
pointer: Any = intrinsic(_pointer)
