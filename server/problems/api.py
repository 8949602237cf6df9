"""Problems: list, create, read, save, copy, remove; files in and out."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.db.models import Count, Q, QuerySet
from django.http import Http404, HttpRequest, HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Query, Router, Status
from pydantic import ValidationError

from mensuration.problem import Problem as Document
from mensuration.problem import UnreadableDocument, read, read_text
from server.problems.demo import put_demo_on_shelf
from server.problems.everything import archive, name_of_file, text_of_file
from server.problems.models import Earlier, Label, Problem
from server.problems.previews import NOTHING, preview_of
from server.problems.schemas import (
    Arrived,
    Brought,
    Conflict,
    Created,
    LabelCount,
    Labels,
    Listed,
    ListedEarlier,
    Opened,
    OpenedEarlier,
    Order,
    Page,
    Refusal,
    Removed,
    Saved,
    Sought,
)
from server.problems.words import sought as words_sought
from server.working_out.results import A_FILE, DOCUMENT_BODY, described

router = Router()
UNREADABLE = "this problem was stored by another version of Tilt Grid and can't be read by this one; its file can still be downloaded from the shelf"


def _store(request: HttpRequest, document: Document) -> Problem:
    problem = Problem()
    problem.put(document, preview_of(document, request, lambda preview: problem.show(preview)))
    problem.save()
    return problem


def _listed(problem: Problem) -> Listed:
    """A row of the shelf; one that this version can't read is there all the same, without its picture."""
    try:
        return Listed.from_orm(problem)
    except ValidationError:
        problem.preview = {**NOTHING, "faults": 1}
        return Listed.from_orm(problem)


ORDERS = {
    Order.CHANGED: ("-changed", "-id"),
    Order.CREATED: ("-created", "-id"),
    Order.TITLE: ("words", "id"),
}


@router.get("", response=Page)
def shelf(request: HttpRequest, sought: Query[Sought]) -> Page:
    """The problems in which every word is found, or whose labels it is found in; those under one label only, where one is told."""
    found = Problem.here.all()
    for word in words_sought(sought.words):
        under = Problem.labels.through.objects.filter(label__name__icontains=word).values("problem_id")
        found = found.filter(Q(words__contains=word) | Q(id__in=under))
    if sought.label:
        found = found.filter(labels__name=sought.label)
    some = found.order_by(*ORDERS[sought.order]).defer("document", "words").prefetch_related("labels")
    labels = Label.objects.filter(problems__removed=None).annotate(count=Count("problems"))
    return Page(
        problems=[_listed(problem) for problem in some[sought.start : sought.start + sought.count]],
        found=found.count(),
        on_shelf=Problem.here.count(),
        labels=[LabelCount.from_orm(label) for label in labels if label.count],
    )


@router.get("/everything", openapi_extra=described(answer={"application/zip": A_FILE}))
def everything(request: HttpRequest) -> StreamingHttpResponse:
    """All problems on the shelf, with their labels, as one archive."""
    disposition = f'attachment; filename="tilt-grid-shelf-{timezone.localdate().isoformat()}.zip"'
    headers = {"Content-Disposition": disposition}
    return StreamingHttpResponse(archive(), content_type="application/zip", headers=headers)


@router.post("/bring", response={200: Arrived, 422: Refusal})
def bring(request: HttpRequest, brought: Brought) -> Arrived:
    """One problem of an archive; the very same one is not put on the shelf twice."""
    document = read(brought.document)
    sent = document.model_dump(mode="json", exclude_none=True)
    alike = Problem.here.filter(title=document.title.strip())
    same = next((problem for problem in alike if problem.document == sent), None)
    problem = same or _store(request, document)
    if brought.labels:
        problem.label([*problem.label_names, *brought.labels])
    return Arrived(id=problem.id, already=same is not None)


@router.put("/{problem_id}/labels", response={200: Labels, 404: Refusal, 422: Refusal})
def put_labels(request: HttpRequest, problem_id: int, wanted: Labels) -> Labels:
    """Put a problem under these labels and no others; the problem itself is not changed."""
    with transaction.atomic():
        problem = get_object_or_404(Problem.here, id=problem_id)
        problem.label(wanted.labels)
    return Labels(labels=problem.label_names)


@router.get("/bin", response=list[Removed])
def in_the_bin(request: HttpRequest) -> QuerySet[Problem]:
    """The problems that were removed in the last thirty days, the last one first."""
    Problem.empty_bin()
    return Problem.objects.exclude(removed=None).order_by("-removed").only("id", "title", "removed")


@router.post("/{problem_id}/bring-back", response={204: None, 404: Refusal})
def bring_back(request: HttpRequest, problem_id: int) -> Status[None]:
    """Put a removed problem on the shelf again."""
    found = Problem.objects.filter(id=problem_id).exclude(removed=None).update(removed=None)
    if not found:
        raise Http404
    return Status(204, None)


@router.post("", response={201: Opened, 422: Refusal}, exclude_none=True)
def create(request: HttpRequest, created: Created) -> Status[Problem]:
    """A new problem with this document."""
    return Status(201, _store(request, read(created.document)))


@router.post(
    "/file",
    response={201: Opened, 422: Refusal},
    exclude_none=True,
    openapi_extra=DOCUMENT_BODY,
)
def open_file(request: HttpRequest) -> Status[Problem]:
    """A new problem from the contents of a problem file."""
    return Status(201, _store(request, read_text(request.body)))


@router.post("/demo", response={201: int})
def demo(request: HttpRequest) -> Status[int]:
    """Put the demo problems on the shelf."""
    return Status(201, put_demo_on_shelf())


@router.get("/{problem_id}", response={200: Opened, 404: Refusal, 422: Refusal}, exclude_none=True)
def opened(request: HttpRequest, problem_id: int) -> Opened:
    """One problem. UnreadableDocument where this version can't read what another one stored."""
    problem = get_object_or_404(Problem.here, id=problem_id)
    try:
        return Opened.from_orm(problem)
    except ValidationError:
        raise UnreadableDocument(UNREADABLE) from None


@router.put(
    "/{problem_id}", response={200: Opened, 409: Conflict, 404: Refusal, 422: Refusal}, exclude_none=True
)
def save(request: HttpRequest, problem_id: int, saved: Saved) -> Problem | Status[dict[str, Any]]:
    """Save changes that were made to ``version``; if there is a newer one, nothing is stored."""
    document = read(saved.document)
    kept = Problem(id=problem_id, version=saved.version + 1)
    shown = preview_of(document, request, kept.show)  # before the database is held
    with transaction.atomic():
        problem = get_object_or_404(Problem.here, id=problem_id)
        sent = document.model_dump(mode="json", exclude_none=True)
        if problem.version == saved.version + 1 and problem.document == sent:
            return problem  # the answer to this very save was lost
        if problem.version != saved.version:
            sentence = "this problem was changed elsewhere in the meantime"
            return Status(409, {"says": sentence, "current": problem})
        Earlier.keep(problem)
        problem.put(document, shown)
        problem.version += 1
        problem.save()
    return problem


@router.get("/{problem_id}/earlier", response={200: list[ListedEarlier], 404: Refusal})
def earlier(request: HttpRequest, problem_id: int) -> QuerySet[Earlier]:
    """The versions of a problem that are kept, the last one first."""
    return get_object_or_404(Problem.here, id=problem_id).earlier.defer("document")


@router.get(
    "/{problem_id}/earlier/{version}",
    response={200: OpenedEarlier, 404: Refusal, 422: Refusal},
    exclude_none=True,
)
def earlier_version(request: HttpRequest, problem_id: int, version: int) -> OpenedEarlier:
    """A problem as it was in an earlier version."""
    kept = get_object_or_404(get_object_or_404(Problem.here, id=problem_id).earlier, version=version)
    try:
        return OpenedEarlier.from_orm(kept)
    except ValidationError:
        raise UnreadableDocument(UNREADABLE) from None


@router.post("/{problem_id}/copy", response={201: Opened, 404: Refusal}, exclude_none=True)
def copy(request: HttpRequest, problem_id: int) -> Status[Problem]:
    """A copy beside the original."""
    original = get_object_or_404(Problem.here, id=problem_id)
    document = read(original.document)
    title = document.title or "Untitled problem"
    twin = _store(request, document.model_copy(update={"title": f"{title} (copy)"[:200]}))
    twin.labels.set(original.labels.all())
    return Status(201, twin)


@router.delete("/{problem_id}", response={204: None, 404: Refusal})
def remove(request: HttpRequest, problem_id: int) -> Status[None]:
    """Put a problem into the bin."""
    found = Problem.here.filter(id=problem_id).update(removed=timezone.now())
    if not found:
        raise Http404
    Problem.empty_bin()
    return Status(204, None)


@router.get("/{problem_id}/file", response={200: dict[str, Any], 404: Refusal})
def download(request: HttpRequest, problem_id: int) -> HttpResponse:
    """The problem as a file."""
    problem = get_object_or_404(Problem.here, id=problem_id)
    disposition = f'attachment; filename="{name_of_file(problem.title)}.json"'
    headers = {"Content-Disposition": disposition}
    return HttpResponse(text_of_file(problem), content_type="application/json", headers=headers)
