"""Who may do what, devices in the field, work done in processes apart."""
