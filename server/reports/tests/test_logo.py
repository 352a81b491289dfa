"""The school's logo on report cards."""

import io
from base64 import b64decode

import pytest
from conftest import World, send
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from reports.models import SchoolLogo


def picture(kind: str = "PNG", size: tuple[int, int] = (1800, 600)) -> bytes:
    out = io.BytesIO()
    Image.new("RGB", size, "#1f5a4b").save(out, kind)
    return out.getvalue()


def post(world: World, content: bytes, name: str = "logo.png", who: str = "officer") -> int:
    file = SimpleUploadedFile(name, content)
    return int(world.client(who).post(f"{world.school_address}/logo", {"file": file}).status_code)


def card(world: World) -> str:
    address = f"/api/v1/families/{world.students[0].pk}/card?term={world.term.pk}"
    return str(world.client("guardian").get(address).json()["logo"])


@pytest.mark.parametrize("kind", ["PNG", "JPEG"])
def test_a_picture_stands_on_cards_made_small_and_goes_again(world: World, kind: str) -> None:
    assert card(world) == ""
    assert post(world, picture(kind)) == 204
    kept = Image.open(io.BytesIO(b64decode(card(world).partition("base64,")[2])))
    assert (kept.format, kept.size) == ("PNG", (900, 300))
    pdf = world.client("guardian").get(f"/api/v1/families/{world.students[0].pk}/card.pdf?term={world.term.pk}")
    assert b"/Image" in pdf.content
    assert send(world.client("officer"), "DELETE", f"{world.school_address}/logo").status_code == 204
    assert card(world) == ""


def test_what_is_no_picture_is_refused_and_the_one_there_is_stays(world: World) -> None:
    post(world, picture())
    before = bytes(SchoolLogo.objects.get().content)
    drawing = b'<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'
    for content in (b"", b"no picture", picture()[:400], drawing, picture("GIF"), b"0" * (4 * 1024 * 1024 + 1)):
        assert post(world, content) == 422, content[:20]
    assert bytes(SchoolLogo.objects.get().content) == before
