"""What is kept: radios and slots, contacts, archive, station."""
