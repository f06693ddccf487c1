"""Pictures as they are kept: what phones and scanners make of them, and what is converted."""

import io
import struct

import colour as colour_science
import numpy as np
import pytest
from coloraide import Color
from django.core.exceptions import ValidationError
from PIL import Image, ImageCms

from claycore.colour.difference import ciede2000_of
from claycore.colour.spaces import SRGB, WIDE, lab_from_linear, linear_from_srgb
from umberpot.ui.pictures import TO_READ_COLOUR, as_jpeg, space_of
from umberpot.ui.wide_profile import PROFILE

BROWN = (150, 96, 60)


def kept(picture, form="PNG", **saved):
    """A picture's mean colour once it is kept."""
    out = io.BytesIO()
    picture.save(out, form, **saved)
    out.seek(0)
    jpeg = Image.open(io.BytesIO(as_jpeg(out, out.getbuffer().nbytes, TO_READ_COLOUR)))
    assert jpeg.format == "JPEG"
    assert jpeg.mode == "RGB"
    return np.asarray(jpeg).reshape(-1, 3).mean(axis=0)


def test_colours_are_kept_as_they_are():
    assert kept(Image.new("RGB", (64, 64), BROWN)) == pytest.approx(BROWN, abs=1)


def test_greyscale_of_eight_and_of_sixteen_bits():
    assert kept(Image.new("L", (64, 64), 90)) == pytest.approx((90, 90, 90), abs=1)
    deep = Image.fromarray(np.full((64, 64), 90 * 256, dtype=np.uint16))
    assert kept(deep) == pytest.approx((90, 90, 90), abs=1)


def test_cmyk_becomes_about_what_it_shows():
    cmyk = Image.new("RGB", (64, 64), BROWN).convert("CMYK")
    assert kept(cmyk, "JPEG", quality=95) == pytest.approx(BROWN, abs=4)


def wide_gamut_profile():
    """A small ICC profile of version 2: the primaries of Adobe RGB (1998), gamma 2.2."""

    def fixed(value):
        return struct.pack(">i", round(value * 65536))

    def xyz(*values):
        return b"XYZ " + bytes(4) + b"".join(fixed(value) for value in values)

    curve = b"curv" + bytes(4) + struct.pack(">IH", 1, round(2.2 * 256)) + bytes(2)
    words = b"wide gamut\0"
    described = b"desc" + bytes(4) + struct.pack(">I", len(words)) + words + bytes(78 + 1)
    tags = {
        b"desc": described,
        b"wtpt": xyz(0.9642, 1.0, 0.8249),
        b"rXYZ": xyz(0.60974, 0.31111, 0.01947),
        b"gXYZ": xyz(0.20528, 0.62567, 0.06087),
        b"bXYZ": xyz(0.14919, 0.06322, 0.74457),
        **dict.fromkeys((b"rTRC", b"gTRC", b"bTRC"), curve),
    }
    table, body, at = b"", b"", 128 + 4 + 12 * len(tags)
    for name, content in tags.items():
        content += bytes(-len(content) % 4)
        table += name + struct.pack(">II", at + len(body), len(content))
        body += content
    size = at + len(body)
    head = struct.pack(">I4sI4s4s4s", size, bytes(4), 0x02400000, b"mntr", b"RGB ", b"XYZ ")
    head += bytes(12) + b"acsp" + bytes(28) + fixed(0.9642) + fixed(1.0) + fixed(0.8249)
    return head + bytes(128 - len(head)) + struct.pack(">I", len(tags)) + table + body


def test_a_wide_gamut_profile_is_converted_and_not_ignored():
    """Against colour-science's own conversion from those primaries to sRGB."""
    spaces = colour_science.RGB_COLOURSPACES
    wide, srgb = spaces["Adobe RGB (1998)"], spaces["sRGB"]
    linear = (np.array(BROWN) / 255) ** 2.2
    expected = srgb.cctf_encoding(colour_science.RGB_to_RGB(linear, wide, srgb)) * 255
    assert abs(expected - BROWN).max() > 8
    found = kept(Image.new("RGB", (64, 64), BROWN), icc_profile=wide_gamut_profile())
    assert found == pytest.approx(expected, abs=2)


TURQUOISE = Color("lab-d65", [60, -42, -30])
"""Stronger than sRGB holds."""


def test_a_colour_that_srgb_does_not_hold_is_kept():
    """As ColorAide has it, from a camera set to Adobe RGB (1998)."""
    coded = tuple(round(255 * value) for value in TURQUOISE.convert("a98-rgb").coords())
    out = io.BytesIO()
    Image.new("RGB", (64, 64), coded).save(out, "PNG", icc_profile=wide_gamut_profile())
    out.seek(0)
    jpeg = Image.open(io.BytesIO(as_jpeg(out, out.getbuffer().nbytes, TO_READ_COLOUR)))
    assert space_of(jpeg) is WIDE
    assert jpeg.info["icc_profile"] == PROFILE
    mean = np.asarray(jpeg).reshape(-1, 3).mean(axis=0) / 255
    found = lab_from_linear(linear_from_srgb(mean), space_of(jpeg))
    assert ciede2000_of(found, TURQUOISE.coords()) < 1.0
    out.seek(0)
    to_look_at = Image.open(io.BytesIO(as_jpeg(out, out.getbuffer().nbytes)))
    assert "icc_profile" not in to_look_at.info


def test_a_picture_that_srgb_holds_is_srgb():
    out = io.BytesIO()
    grey = Image.effect_noise((64, 64), 90).convert("RGB")
    grey.save(out, "PNG", icc_profile=wide_gamut_profile())
    out.seek(0)
    jpeg = Image.open(io.BytesIO(as_jpeg(out, out.getbuffer().nbytes, TO_READ_COLOUR)))
    assert space_of(jpeg) is SRGB


def test_our_profile_is_that_of_the_wide_space():
    """As LittleCMS reads it, against ColorAide, for colours that sRGB holds."""
    ours = ImageCms.ImageCmsProfile(io.BytesIO(PROFILE))
    for coded in [(140, 96, 70), (70, 95, 115), (200, 190, 170), (12, 12, 12), (255, 255, 255)]:
        one = Image.new("RGB", (1, 1), coded)
        srgb = ImageCms.profileToProfile(one, ours, ImageCms.createProfile("sRGB"))
        linear = linear_from_srgb(np.array(coded) / 255).tolist()
        expected = Color("rec2020-linear", linear).convert("srgb").coords()
        assert srgb.getpixel((0, 0)) == pytest.approx(255 * np.array(expected), abs=1)


@pytest.mark.parametrize("as_mode", [lambda p: p.convert("RGBA"), lambda p: p.quantize(8)])
def test_a_profile_counts_in_every_mode(as_mode):
    """A picture with transparency or a palette is of the same colours as one without."""
    plain = Image.new("RGB", (64, 64), BROWN)
    opaque = kept(plain, icc_profile=wide_gamut_profile())
    assert kept(as_mode(plain), icc_profile=wide_gamut_profile()) == pytest.approx(opaque, abs=1)


def test_a_grey_picture_with_a_profile_of_colour_is_read_by_it():
    grey = Image.new("L", (64, 64), 90)
    in_colour = kept(Image.new("RGB", (64, 64), (90, 90, 90)), icc_profile=wide_gamut_profile())
    assert kept(grey, icc_profile=wide_gamut_profile()) == pytest.approx(in_colour, abs=1)
    with_alpha = grey.convert("LA")
    assert kept(with_alpha, icc_profile=wide_gamut_profile()) == pytest.approx(in_colour, abs=1)


def test_a_broken_profile_is_let_be():
    picture = Image.new("RGB", (64, 64), BROWN)
    assert kept(picture, icc_profile=b"no profile") == pytest.approx(BROWN, abs=1)


def test_transparency_and_palettes_are_flattened():
    assert kept(Image.new("RGBA", (64, 64), (*BROWN, 255))) == pytest.approx(BROWN, abs=1)
    assert kept(Image.new("RGB", (64, 64), BROWN).quantize(8)) == pytest.approx(BROWN, abs=2)


def test_a_hundred_megapixels_are_refused_before_they_are_read():
    out = io.BytesIO()
    Image.new("1", (10_000, 10_000)).save(out, "PNG")
    with pytest.raises(ValidationError, match="too many pixels"):
        as_jpeg(out, out.getbuffer().nbytes)


@pytest.mark.parametrize("form", ["GIF", "BMP", "TIFF"])
def test_other_formats_are_refused(form):
    out = io.BytesIO()
    Image.new("RGB", (8, 8)).save(out, form)
    out.seek(0)
    with pytest.raises(ValidationError, match="cannot be read"):
        as_jpeg(out, out.getbuffer().nbytes)


def test_a_picture_with_another_profile_is_not_taken_for_one_of_ours():
    out = io.BytesIO()
    Image.new("RGB", (64, 64), BROWN).save(out, "JPEG", icc_profile=wide_gamut_profile())
    assert space_of(Image.open(out)) is SRGB
