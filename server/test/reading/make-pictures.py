"""Writes test pictures with profiles into the folder argv[1], and what LittleCMS (through Pillow) makes of them in sRGB."""
import json
import struct
import sys
import zlib

import numpy as np
from PIL import Image, ImageCms

folder = sys.argv[1]
p3_file = sys.argv[2]
SRGB = ImageCms.ImageCmsProfile(ImageCms.createProfile('sRGB'))
COLOURS = [(255, 0, 0), (200, 100, 50), (30, 60, 200), (128, 128, 128), (0, 255, 0), (12, 8, 4)]


def s15(v):
    return struct.pack('>i', round(v * 65536))


def grey_profile(gamma):
    """An ICC version 2 profile for greys under D50 with one exponent."""
    trc = b'curv\0\0\0\0' + struct.pack('>I', 1) + struct.pack('>H', round(gamma * 256)) + b'\0\0'
    white = b'XYZ \0\0\0\0' + s15(0.9642) + s15(1.0) + s15(0.8249)
    text = b'made for a test\0'
    desc = b'desc\0\0\0\0' + struct.pack('>I', len(text)) + text + b'\0' * (78 + 12 - 12)
    desc += b'\0' * (-len(desc) % 4)
    cprt = b'text\0\0\0\0' + text
    body, table, at = b'', b'', 128 + 4 + 4 * 12
    for name, data in ((b'desc', desc), (b'cprt', cprt), (b'wtpt', white), (b'kTRC', trc)):
        data += b'\0' * (-len(data) % 4)
        table += name + struct.pack('>II', at + len(body), len(data))
        body += data
    tail = struct.pack('>I', 4) + table + body
    head = struct.pack('>I', 128 + len(tail)) + b'\0\0\0\0' + b'\x02\x10\0\0' + b'mntrGRAYXYZ ' + b'\0' * 12
    head += b'acsp' + b'\0' * 28 + s15(0.9642) + s15(1.0) + s15(0.8249)
    return head + b'\0' * (128 - len(head)) + tail


def chunk(name, data):
    return struct.pack('>I', len(data)) + name + data + struct.pack('>I', zlib.crc32(name + data))


def png(name, pixels, kind, bits, *chunks):
    height, width = pixels.shape[:2]
    rows = b''.join(b'\0' + row.astype('>u2' if bits == 16 else 'u1').tobytes() for row in pixels)
    with open(f'{folder}/{name}', 'wb') as file:
        file.write(b'\x89PNG\r\n\x1a\n' + chunk(b'IHDR', struct.pack('>IIBBBBB', width, height, bits, kind, 0, 0, 0)))
        for extra in chunks:
            file.write(extra)
        file.write(chunk(b'IDAT', zlib.compress(rows)) + chunk(b'IEND', b''))


def tiff(name, pixels, photometric, bits, *tags):
    """An uncompressed little-endian TIFF of one strip. Tags: (number, type, values)."""
    height, width = pixels.shape[:2]
    samples = pixels.shape[2] if pixels.ndim == 3 else 1
    data = pixels.astype('<u2' if bits == 16 else 'u1').tobytes()
    entries = [
        (256, 4, [width]), (257, 4, [height]), (258, 3, [bits] * samples), (259, 3, [1]), (262, 3, [photometric]),
        (273, 4, [8]), (277, 3, [samples]), (278, 4, [height]), (279, 4, [len(data)]), *tags,
    ]
    sizes = {3: 2, 4: 4, 7: 1, 5: 8}
    start = 8 + len(data) + (len(data) & 1)
    at = start + 2 + 12 * len(entries) + 4
    table, rest = b'', b''
    for number, kind, values in sorted(entries):
        raw = bytes(values) if kind == 7 else b''.join(struct.pack({3: '<H', 4: '<I'}[kind], v) for v in values)
        count = len(raw) // sizes[kind]
        field = raw + b'\0' * (4 - len(raw)) if len(raw) <= 4 else struct.pack('<I', at + len(rest))
        if len(raw) > 4:
            rest += raw + b'\0' * (len(raw) & 1)
        table += struct.pack('<HHI', number, kind, count) + field
    with open(f'{folder}/{name}', 'wb') as file:
        file.write(b'II*\0' + struct.pack('<I', start) + data + b'\0' * (len(data) & 1))
        file.write(struct.pack('<H', len(entries)) + table + b'\0\0\0\0' + rest)


def profile_of(data):
    import io
    return ImageCms.ImageCmsProfile(io.BytesIO(data))


def to_srgb(pixels, mode, profile):
    image = Image.fromarray(pixels.astype('u1'), mode)
    # Perceptual, as profiles of displays and greys have no other.
    return np.asarray(ImageCms.profileToProfile(image, profile, SRGB, renderingIntent=0, outputMode='RGB'))


wanted = {}
rgb = np.array([COLOURS], 'u1')
srgb_bytes = SRGB.tobytes()
p3_bytes = open(p3_file, 'rb').read()
greys = np.array([[0, 20, 64, 128, 200, 255]], 'u1')
for label, profile in (('srgb', srgb_bytes), ('p3', p3_bytes)):
    reference = to_srgb(rgb, 'RGB', profile_of(profile)).tolist()
    for bits in (8, 16):
        pixels = rgb.astype('u2') * (257 if bits == 16 else 1)
        png(f'{label}-{bits}.png', pixels, 2, bits, chunk(b'iCCP', b'p\0\0' + zlib.compress(profile)))
        tiff(f'{label}-{bits}.tif', pixels, 2, bits, (34675, 7, list(profile)))
        wanted[f'{label}-{bits}.png'] = wanted[f'{label}-{bits}.tif'] = reference
for gamma in (1.0, 1.8, 2.2):
    profile = grey_profile(gamma)
    reference = to_srgb(greys, 'L', profile_of(profile)).tolist()
    for bits in (8, 16):
        pixels = greys.astype('u2') * (257 if bits == 16 else 1)
        png(f'grey-{gamma}-{bits}.png', pixels, 0, bits, chunk(b'iCCP', b'p\0\0' + zlib.compress(profile)))
        tiff(f'grey-{gamma}-{bits}.tif', pixels, 1, bits, (34675, 7, list(profile)))
        wanted[f'grey-{gamma}-{bits}.png'] = wanted[f'grey-{gamma}-{bits}.tif'] = reference
# What a colour space says by numbers instead of a profile: those of Display P3 and of plain exponents.
p3_chrm = struct.pack('>8I', 31270, 32900, 68000, 32000, 26500, 69000, 15000, 6000)
png('chrm-p3.png', rgb, 2, 8, chunk(b'gAMA', struct.pack('>I', 45455)), chunk(b'cHRM', p3_chrm))
wanted['chrm-p3.png'] = to_srgb(rgb, 'RGB', profile_of(p3_bytes)).tolist()
png('gama-1.png', greys, 0, 8, chunk(b'gAMA', struct.pack('>I', 100000)))
wanted['gama-1.png'] = to_srgb(greys, 'L', profile_of(grey_profile(1.0))).tolist()
png('gama-1.8-16.png', greys.astype('u2') * 257, 0, 16, chunk(b'gAMA', struct.pack('>I', 55556)))
wanted['gama-1.8-16.png'] = to_srgb(greys, 'L', profile_of(grey_profile(1.8))).tolist()
# L*a*b* as TIFF 6.0 has it, of 8 and 16 bits, and shifted as ICC has it. Flag 0x0100: LittleCMS takes no short cuts.
labs = [(50, 0, 0), (54, 60, 40), (80, -20, 50), (30, 20, -50), (95, 0, -3)]
lab8 = np.array([[[round(L * 2.55), a & 255, b & 255] for L, a, b in labs]], 'u1')
tiff('lab-8.tif', lab8, 8, 8)
tiff('icclab-8.tif', np.array([[[round(L * 2.55), a + 128, b + 128] for L, a, b in labs]], 'u1'), 9, 8)
tiff('lab-16.tif', np.array([[[round(L * 655.35), a * 256 & 65535, b * 256 & 65535] for L, a, b in labs]], 'u2'), 8, 16)
LAB = ImageCms.ImageCmsProfile(ImageCms.createProfile('LAB', 5000))
image = Image.frombytes('LAB', (len(labs), 1), lab8.tobytes())
reference = np.asarray(ImageCms.profileToProfile(image, LAB, SRGB, renderingIntent=1, outputMode='RGB', flags=0x0100)).tolist()
for name in ('lab-8.tif', 'icclab-8.tif', 'lab-16.tif'):
    wanted[name] = reference
# A fourth channel that says nothing of itself, and one that is alpha.
extra = np.concatenate([rgb, np.full((1, len(COLOURS), 1), 100, 'u1')], 2)
tiff('extra-0.tif', extra, 2, 8, (338, 3, [0]))
tiff('extra-2.tif', extra, 2, 8, (338, 3, [2]))
json.dump(wanted, sys.stdout)
