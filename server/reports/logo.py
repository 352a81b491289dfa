"""The school's logo on report cards: a picture that is drawn anew as it comes in, so that nothing but its points is kept."""

import base64
import io
import warnings

from PIL import Image, UnidentifiedImageError
from school.models import School
from school.refusal import Refused

from reports.models import SchoolLogo

LARGEST = (900, 450)
"""Points across and down; a larger picture is made as small."""
MOST_BYTES = 4 * 1024 * 1024
MOST_POINTS = 40_000_000
_KINDS = ("PNG", "JPEG")


def set_logo(school: School, name: str, content: bytes) -> None:
    """Keep a picture as the school's logo. Raises Refused where it is none, or too large to be read."""
    if len(content) > MOST_BYTES:
        raise Refused(f"{name} is larger than 4 MB. Save it smaller.", "file")
    try:
        with warnings.catch_warnings():
            # What claims to be enormous is looked at below.
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            picture = Image.open(io.BytesIO(content), formats=_KINDS)
        if picture.width * picture.height > MOST_POINTS:
            raise Refused(f"{name} is {picture.width} by {picture.height} points. Save it smaller.", "file")
        # Pages are laid out from pictures that were cut short, too; a logo is looked at as a whole.
        Image.open(io.BytesIO(content), formats=_KINDS).verify()
        drawn = picture.convert("RGBA")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError):
        raise Refused(f"{name} cannot be read as a picture. Choose a PNG or a JPEG.", "file") from None
    drawn.thumbnail(LARGEST)
    out = io.BytesIO()
    drawn.save(out, "PNG", optimize=True)
    SchoolLogo.objects.update_or_create(school=school, defaults={"content": out.getvalue()})


def remove_logo(school: School) -> None:
    """Report cards go without a logo."""
    SchoolLogo.objects.filter(school=school).delete()


def logo_of(school: School) -> str:
    """The logo as a data address; empty without one."""
    content = SchoolLogo.objects.filter(school=school).values_list("content", flat=True).first()
    return "" if content is None else f"data:image/png;base64,{base64.b64encode(content).decode()}"
