"""What a surface will look like, in fired colours: one technique a file."""
