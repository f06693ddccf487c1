"""Reports that a careful person would hand on: built once, printed as PDF and shown as HTML."""
