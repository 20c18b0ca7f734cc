"""In a field kit these stand in the place of the modules of the same name: what is read from files at home comes compiled."""
