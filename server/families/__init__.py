"""What students and guardians see."""
