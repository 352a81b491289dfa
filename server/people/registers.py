"""How the register is reached: the records office's own system, outside."""

from school.addresses import outside_address
from school.models import School
from school.refusal import Refused

from people.models import Register


def find_register(school: School) -> Register:
    """A school's register. Raises Refused where none is set."""
    found = Register.objects.filter(school=school).first()
    if found is None:
        raise Refused("How the register is reached is not said yet. An officer does, in Register.")
    return found


def set_register(
    school: School, address: str, token_address: str, client_id: str, client_secret: str | None, org: str
) -> None:
    """Say how the register is reached. Without a secret the one that is kept stays, for the same register alone."""
    address, token_address = outside_address(address, "address"), outside_address(token_address, "token_address")
    kept = Register.objects.filter(school=school).first()
    # A kept secret is told to nobody else: another address needs it typed again.
    same = kept is not None and (kept.address, kept.token_address) == (address, token_address)
    secret = client_secret or (kept.client_secret if kept is not None and same else "")
    if not secret or not client_id.strip():
        raise Refused("The register gives a client id and a client secret; both are needed.", "client_secret")
    Register.objects.update_or_create(
        school=school,
        defaults={
            "address": address,
            "token_address": token_address,
            "client_id": client_id.strip(),
            "client_secret": secret,
            "org": org.strip(),
        },
    )


def forget_register(school: School) -> None:
    """Nothing is asked of the register any more."""
    Register.objects.filter(school=school).delete()
