"""Printed pages: templates laid out as PDF, with the fonts that the application ships."""

from collections.abc import Iterable
from functools import cache
from pathlib import Path
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string
from django.utils.translation import get_language
from weasyprint import CSS, HTML
from weasyprint.document import Document as Layout
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher

from reports.card_schemas import CardOut

_TEMPLATES = Path(__file__).parent / "templates" / "reports"
_FAMILIES = {
    "Text": "atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2",
    "Text further": "atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2",
    "Name": "bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2",
    "Name further": "bricolage-grotesque/files/bricolage-grotesque-latin-ext-wght-normal.woff2",
}
"""A family for each file. Two files of one family would be taken for one font, and letters of one drawn from the other."""


@cache
def _fonts() -> tuple[FontConfiguration, list[CSS]]:
    """The fonts, read once a process."""
    fonts = FontConfiguration()
    faces = "".join(
        f'@font-face {{ font-family: "{family}"; src: url("{(settings.FONTS / file).as_uri()}") }}'
        for family, file in _FAMILIES.items()
    )
    return fonts, [CSS(string=faces, font_config=fonts), CSS(filename=str(_TEMPLATES / "print.css"), font_config=fonts)]


_FETCHER = URLFetcher(allowed_protocols=("data",), allow_redirects=False)
"""Nothing is fetched for a page, for what stands in it was typed by people; a logo stands in the page itself."""


def lay_out(template: str, values: dict[str, Any], paper: str, *, is_wide: bool = False) -> Layout:
    """Pages of a template on a paper."""
    fonts, styles = _fonts()
    page = CSS(string=f"@page {{ size: {paper} {'landscape' if is_wide else 'portrait'} }}", font_config=fonts)
    html = f'<html lang="{get_language()}">{render_to_string(f"reports/{template}.html", values)}</html>'
    return HTML(string=html, url_fetcher=_FETCHER).render(font_config=fonts, stylesheets=[*styles, page])


def card_pages(card: CardOut, design: str, paper: str) -> Layout:
    """A student's report card in one of the designs, its pages counted by themselves."""
    return lay_out(design, {"card": card}, paper)


def as_pdf(parts: Iterable[Layout], title: str) -> bytes:
    """Pages laid out in several goes as one file, which screen readers can read too."""
    laid_out = list(parts)
    pages = [page for each in laid_out for page in each.pages]
    joined = laid_out[0].copy(pages)
    joined.metadata.title = title
    pdf: bytes = joined.write_pdf(pdf_tags=True)
    return pdf
