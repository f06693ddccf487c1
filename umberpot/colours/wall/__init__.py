"""The wall: any fired tiles touching on grey, sorted, and taken away as files."""
