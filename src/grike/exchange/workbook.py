"""A planned series as a workbook with a sheet for its plan and one for its volume."""

from __future__ import annotations

import io
from collections.abc import Sequence

from openpyxl import Workbook
from openpyxl.styles import Alignment, Font
from openpyxl.utils import get_column_letter

from grike.core.rules import Facts
from grike.exchange.tables import PLAN_HEAD, Cell, plan_rows, volume_rows

WIDEST = 48


def to_workbook(facts: Facts) -> bytes:
    """Return the plan and the volume of a series as an XLSX workbook (ECMA-376)."""
    book = Workbook()
    book.remove(book.worksheets[0])
    _sheet(book, "Plan", [PLAN_HEAD, *plan_rows(facts)])
    _sheet(book, "Volume", list(volume_rows(facts)))
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def _sheet(book: Workbook, title: str, rows: Sequence[Sequence[Cell]]) -> None:
    sheet = book.create_sheet(title)
    for number, row in enumerate(rows, 1):
        for column, value in enumerate(row, 1):
            cell = sheet.cell(number, column)
            cell.value = value
            if isinstance(value, str):
                # Else a name such as =1+1 would be worked out when the book is opened.
                cell.data_type = "s"
            cell.font = Font(bold=number == 1)
            cell.alignment = Alignment(vertical="top")
    for column in range(1, len(rows[0]) + 1):
        widest = max(len(str(row[column - 1])) for row in rows)
        sheet.column_dimensions[get_column_letter(column)].width = min(widest + 2, WIDEST)
    sheet.freeze_panes = "A2"
