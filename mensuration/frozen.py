"""What results are made of: classes and tables that nobody who gets them can change.

Results are frozen dataclasses. Their fields are written in camel case where they go out as JSON, and pydantic tells
their JSON Schema and writes them; so the server's API and the web app's types follow from the classes themselves.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import fields
from typing import Annotated, Any, NoReturn, TypeVar, get_args

from pydantic import ConfigDict, Field, GetCoreSchemaHandler, TypeAdapter
from pydantic.alias_generators import to_camel

K = TypeVar("K")
V = TypeVar("V")


class Frozen:
    """The base of every class of results; each is a frozen dataclass of its own."""

    __pydantic_config__ = ConfigDict(
        alias_generator=to_camel, populate_by_name=True, json_schema_serialization_defaults_required=True
    )


class Table(dict[K, V]):
    """A dictionary that can't be changed any more."""

    def _refuse(self, *_: object, **__: object) -> NoReturn:
        raise TypeError("results can't be changed")

    __setitem__ = __delitem__ = clear = pop = popitem = setdefault = update = __ior__ = _refuse

    def __hash__(self) -> int:  # type: ignore[override]
        return id(self)

    @classmethod
    def __get_pydantic_core_schema__(cls, source: Any, handler: GetCoreSchemaHandler) -> Any:
        return handler.generate_schema(dict[get_args(source)])  # type: ignore[misc]


def table(pairs: Mapping[K, V] | Iterable[tuple[K, V]]) -> Table[K, V]:
    """A table of these pairs.

    >>> table({"width": 2})["width"]
    2
    """
    return Table(pairs)


EMPTY: Table[Any, Any] = Table()


def fields_of(result: Any) -> dict[str, Any]:
    """The fields of a result, for making another that has more."""
    return {field.name: getattr(result, field.name) for field in fields(result)}


def _is_none(value: object) -> bool:
    return value is None


Wanted = Annotated[V | None, Field(exclude_if=_is_none)]
"""Something that is told only when it is wanted, and is left out of the JSON otherwise."""


_ADAPTERS: dict[Any, TypeAdapter[Any]] = {}


def adapter(of: Any) -> TypeAdapter[Any]:
    """What writes results of a type."""
    if of not in _ADAPTERS:
        _ADAPTERS[of] = TypeAdapter(of)
    return _ADAPTERS[of]


def as_data(result: object) -> Any:
    """A result as plain dictionaries, lists, texts and numbers: what JSON can hold, fresh and free to be changed."""
    return adapter(type(result)).dump_python(result, mode="json", by_alias=True, warnings=False)


def as_json(result: object) -> bytes:
    """A result as JSON."""
    return adapter(type(result)).dump_json(result, by_alias=True, warnings=False)
