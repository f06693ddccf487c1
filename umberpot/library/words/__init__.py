"""The glossary: what the words of the trade mean here."""
