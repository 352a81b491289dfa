"""How a class lies: where everybody stands, figures, who is close below a mark, and trying curves and minimums."""
