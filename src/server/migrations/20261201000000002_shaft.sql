-- The shaft itself where somebody has drawn its steps: {leftMm, sections: [{lengthMm, outsideMm, boreMm}]}.
ALTER TABLE shaft_line ADD COLUMN shaft jsonb;
