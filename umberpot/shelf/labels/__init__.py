"""Printed labels for bags, jars and buckets."""
