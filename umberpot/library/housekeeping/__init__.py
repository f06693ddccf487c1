"""What is thrown out at night because nobody can use it any more, and what takes up the room."""
