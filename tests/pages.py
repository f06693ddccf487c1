"""What an answer's page says, as its reader sees it, however its source is laid out."""

from django.http import HttpResponse
from django.utils.html import strip_tags


def words_of(answer: HttpResponse) -> str:
    """The page's text in one line: tags gone, one space for any white space."""
    return " ".join(strip_tags(answer.content.decode()).split())
