"""A class as a workbook that keeps calculating: what Hoarfrost would make of the scores, as formulas."""
