"""Commands that other programs of the machine run."""
