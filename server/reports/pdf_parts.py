"""PDF files laid out apart, joined into one that screen readers can read as well as each of them."""

import io
from collections.abc import Iterable, Sequence
from typing import Any

from pikepdf import OutlineItem, Pdf


def joined(parts: Sequence[bytes]) -> bytes:
    """The pages of some tagged PDF files as one, with their headings to go by and what says how each page is read.

    Title and language are those of the first. There is at least one.
    """
    with Pdf.open(io.BytesIO(parts[0])) as whole:
        reading = whole.Root.StructTreeRoot
        content, by_key = reading.K[0], reading.ParentTree.Nums
        with whole.open_outline() as outline:
            for each in parts[1:]:
                with Pdf.open(io.BytesIO(each)) as part:
                    pages_before, keys_before = len(whole.pages), int(by_key[-2]) + 1
                    with part.open_outline() as headings:
                        places = {page.objgen: place for place, page in enumerate(part.pages, pages_before)}
                        outline.root.extend(_moved(headings.root, places))
                    _number_on(part, keys_before)
                    whole.pages.extend(part.pages)
                    # What the elements say of their pages is of the pages that were added just now.
                    added = whole.copy_foreign(part.Root.StructTreeRoot)
                    for element in added.K[0].K:
                        element.P = content
                        content.K.append(element)
                    for place in range(0, len(added.ParentTree.Nums), 2):
                        by_key.append(int(added.ParentTree.Nums[place]) + keys_before)
                        by_key.append(added.ParentTree.Nums[place + 1])
        out = io.BytesIO()
        whole.save(out)
        return out.getvalue()


def _number_on(part: Pdf, keys_before: int) -> None:
    """Let pages and links find what they are in the joined file: there each has a key of its own (PDF 32000-1, 14.7.4.4)."""
    for page in part.pages:
        if "/StructParents" in page:
            page.StructParents = int(page.StructParents) + keys_before
        for link in page.get("/Annots", []):
            if "/StructParent" in link:
                link.StructParent = int(link.StructParent) + keys_before


def _moved(headings: Iterable[OutlineItem], places: dict[Any, int]) -> list[OutlineItem]:
    """Headings of a part as they stand in the whole, by the place of each page there."""
    found = []
    for each in headings:
        page, _, left, top, *_ = each.destination  # type: ignore[misc]
        moved = OutlineItem(each.title, places[page.objgen], "XYZ", left=float(left), top=float(top))
        moved.children.extend(_moved(each.children, places))
        found.append(moved)
    return found
