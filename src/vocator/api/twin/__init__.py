"""The virtual radio: played on, drawn, drilled on."""
