"""The rules of the job: colouring clay and testing clay.

Pure Python with NumPy, SciPy and ColorAide; no web, no files, no clock, no network. One module a
subject of the trade. Values go in as plain numbers, answers come out as frozen dataclasses, and
nothing is rounded on the way. Unless a name says otherwise: grams, millilitres, millimetres,
degrees Celsius, and percent on dry clay.
"""
