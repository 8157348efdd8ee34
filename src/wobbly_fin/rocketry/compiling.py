"""How kernels are compiled and where the compiled code is kept.

Numba's cache does not notice that a callee in another file was edited. The cache folder is therefore named by a
digest of every source file that holds kernels: edit one and a fresh folder is used.

Numba takes seconds to load, and most of what is asked of this program flies nothing: it is loaded, and every kernel made ready, when
the first of them is called.
"""

import hashlib
import threading
from collections.abc import Callable
from pathlib import Path
from types import FunctionType
from typing import Any, Generic, ParamSpec, TypeVar

from wobbly_fin.rocketry.cache_folder import cache_folder

Arguments = ParamSpec("Arguments")
Result = TypeVar("Result")

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
_LOCK = threading.RLock()
_waiting: "list[Kernel[Any, Any]]" = []


class Kernel(Generic[Arguments, Result]):
    """A function that is compiled, with all those it calls, when the first of them is called from Python.

    Parameters
    ----------
    function : callable
        Scalar Python that Numba understands; other kernels it calls stand in its module's globals.
    inline : bool
        Put bodily into its callers: passing a flight's figures costs more than a few lines of arithmetic do.
    plain : bool
        A few numbers in and one out: as long as nothing has been compiled, Python runs it as it stands.
    """

    def __init__(self, function: Callable[Arguments, Result], *, inline: bool, plain: bool) -> None:
        self.function, self._inline, self._plain = function, inline, plain
        self.compiled: Callable[Arguments, Result] | None = None
        _waiting.append(self)

    def __call__(self, *args: Arguments.args, **kwargs: Arguments.kwargs) -> Result:
        if self.compiled is None:
            if self._plain:
                return self.function(*args, **kwargs)
            _make_ready()
        assert self.compiled is not None
        return self.compiled(*args, **kwargs)

    def numba_function(self, names: dict[str, Any]) -> Any:
        """What Numba compiles, or fetches from its cache, once it is called: the function, in a world of those names."""
        import numba

        function = FunctionType(self.function.__code__, names, self.function.__name__, self.function.__defaults__)
        function.__qualname__ = self.function.__qualname__
        how: Any = {"inline": "always"} if self._inline else {}
        return numba.njit(cache=True, nogil=True, error_model="numpy", **how)(function)


def _make_ready() -> None:
    """Hand every kernel imported so far to Numba, each in a copy of its module's names where kernels are what Numba made of them."""
    with _LOCK:
        import numba

        numba.config.CACHE_DIR = str(KERNEL_CACHE)  # type: ignore[attr-defined]
        new = list(_waiting)
        worlds: dict[int, dict[str, Any]] = {id(k.function.__globals__): dict(k.function.__globals__) for k in new}
        made = {k: k.numba_function(worlds[id(k.function.__globals__)]) for k in new}
        in_compiled_code = _make_pointer()
        for names in worlds.values():
            for name, value in list(names.items()):
                if isinstance(value, Kernel):
                    names[name] = made.get(value) or value.compiled
                elif value is pointer:
                    names[name] = in_compiled_code
        # Only now, with every name in its place, may another thread call one.
        for each, compiled in made.items():
            each.compiled = compiled
        del _waiting[: len(new)]


def kernel(function: Callable[Arguments, Result]) -> Kernel[Arguments, Result]:
    """Compile a scalar function when it is first used, cached on disk, releasing the GIL while it runs."""
    return Kernel(function, inline=False, plain=False)


def small_kernel(function: Callable[Arguments, Result]) -> Kernel[Arguments, Result]:
    """The same for a few lines of arithmetic, put into their callers."""
    return Kernel(function, inline=True, plain=True)


def plain_kernel(function: Callable[Arguments, Result]) -> Kernel[Arguments, Result]:
    """The same for a few numbers in and one out, which Python, too, asks for now and then."""
    return Kernel(function, inline=False, plain=True)


def pointer(array: Any) -> Any:
    """Where an array's first number lies, for indexing in compiled code; the caller holds the array itself.

    Numba counts a reference, atomically, wherever an array changes its name; in a loop of small inlined functions that costs
    more than the arithmetic. A pointer is only a number. Nothing checks its bounds.
    """
    raise NotImplementedError("only compiled code has pointers")


def _make_pointer() -> Any:
    """What `pointer` is in compiled code."""
    from numba.core import types
    from numba.extending import intrinsic
    from numba.np.arrayobj import make_array

    def typed(context: Any, array: Any) -> Any:
        def generate(context: Any, builder: Any, signature: Any, arguments: Any) -> Any:
            return make_array(signature.args[0])(context, builder, arguments[0]).data  # type: ignore[no-untyped-call]

        return types.CPointer(array.dtype)(array), generate  # type: ignore[no-untyped-call]

    return intrinsic(typed)
