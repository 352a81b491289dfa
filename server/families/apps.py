"""What other apps ask of families, without knowing them."""

from django.apps import AppConfig


class FamiliesConfig(AppConfig):
    """Lends letters on paper what families see."""

    name = "families"

    def ready(self) -> None:
        from reports.letters import letters_by

        from families.one_class import class_through_family_eyes

        letters_by(class_through_family_eyes)
