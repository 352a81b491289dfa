"""What ``./hoarfrost`` does: installing, the private database, the processes. Standard library only."""
