"""Classes from elsewhere: templates by name, and documents from a file."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.classes.access import for_writing, require_unlocked
from grike.api.classes.written import in_slot, written
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed
from grike.api.templates.models import (
    ORIGINS,
    ClassDocument,
    NewTemplate,
    TemplateModel,
    TemplateUse,
)
from grike.core.formats import name_of
from grike.store import changes, templates

router = APIRouter(prefix="/api", tags=["templates"])
OF_CLASS = "/series/{series_id}/classes/{slot}"


@router.get("/templates")
def list_templates(_: SignedIn, state: StateOf) -> list[TemplateModel]:
    """Return the class templates by name."""
    with state.database.transaction() as connection:
        found = templates.every(connection)
    return [
        TemplateModel(
            id=t.id,
            name=t.name,
            format_name=name_of(t.design.main_format()) or "No work",
            movements=len(t.design.movement_ids()),
        )
        for t in found
    ]


@router.delete("/templates/{template_id}", status_code=204)
def remove_template(template_id: int, _: Director, state: StateOf) -> None:
    """Forget a template; classes made from it stay."""
    with state.database.transaction() as connection:
        templates.remove(connection, template_id)


@router.post(f"{OF_CLASS}/template", status_code=201)
def keep_template(
    series_id: int, slot: int, body: NewTemplate, _: Director, state: StateOf
) -> Changed:
    """Keep a class under a name."""
    with state.database.transaction() as connection:
        member = for_writing(state, connection, series_id, slot, body.version)[2]
        templates.add(connection, body.name.strip(), member.design)
    return Changed(label=f"Keep as {body.name.strip()}")


@router.post(f"{OF_CLASS}/use")
def use_template(
    series_id: int, slot: int, body: TemplateUse, person: Director, state: StateOf
) -> Changed:
    """Put a template into a slot in place of its class."""
    with state.database.transaction() as connection:
        stored, facts, member = for_writing(state, connection, series_id, slot, body.version)
        require_unlocked(member)
        template = templates.get(connection, body.template)
        planned = in_slot(member, template.design, facts.library)
        label = f"Use {template.name}, {member.slot.label}"
        changes.save(connection, stored, [planned], label, person.id)
    return Changed(label=label)


@router.put(f"{OF_CLASS}/document")
def bring_class(
    series_id: int, slot: int, body: ClassDocument, person: Director, state: StateOf
) -> Changed:
    """Put a class document (docs/formats/class.schema.json) into a slot, in any format."""
    with state.database.transaction() as connection:
        stored, facts, member = for_writing(state, connection, series_id, slot, body.version)
        require_unlocked(member)
        planned = written(member, body.document, facts.library)
        label = f"{ORIGINS[body.origin]} {planned.design.name}, {member.slot.label}"
        changes.save(connection, stored, [planned], label, person.id)
    return Changed(label=label)
