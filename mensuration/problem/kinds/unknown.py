"""A figure whose kind is not known: its document is kept, and complained about."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from typing import Annotated, ClassVar, Literal

from pydantic import Field, GetJsonSchemaHandler
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema

from mensuration.expressions import Quantity, unknown_word
from mensuration.problem.kinds.kind import Change, Context, FigureResults, Kind, NotWorkedOut, Work
from mensuration.problem.models import FigureDocument


class UnknownDocument(FigureDocument):
    """A figure of a kind that this version does not know."""

    KNOWN: ClassVar[list[str]] = []
    kind: Annotated[str, Field(max_length=60)]

    @classmethod
    def __get_pydantic_json_schema__(cls, core: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        schema = handler(core)
        handler.resolve_ref_schema(schema)["properties"]["kind"]["not"] = {"enum": cls.KNOWN}
        return schema


@dataclass(frozen=True, kw_only=True)
class UnknownResults(FigureResults):
    kind: Literal["unknown"] = "unknown"


class UnknownWork(Work[UnknownDocument]):
    def __init__(self, figure: UnknownDocument, context: Context, kinds: list[str]) -> None:
        super().__init__(figure, context)
        self.kinds = kinds

    def work_out(self) -> None:
        says = unknown_word(self.figure.kind, self.kinds, "kind of figure").says
        self.context.complain("kind", "unknown-kind", says)

    def quantity(self, names: Sequence[str], text: str) -> Quantity:
        raise NotWorkedOut(f"“{text}”")

    def results(self, also: Collection[str]) -> FigureResults:
        return UnknownResults()


class UnknownKind(Kind[UnknownDocument]):
    name = "unknown"
    document = UnknownDocument
    results = UnknownResults

    def __init__(self, kinds: list[str]) -> None:
        self.kinds = UnknownDocument.KNOWN = kinds

    def start(self, figure: UnknownDocument, context: Context) -> UnknownWork:
        return UnknownWork(figure, context, self.kinds)

    def texts(self, figure: UnknownDocument) -> Iterator[tuple[str | None, str]]:
        return iter(())

    def with_texts(self, figure: UnknownDocument, change: Change) -> UnknownDocument:
        return figure

    def known(self, figure: UnknownDocument) -> list[str]:
        return []
