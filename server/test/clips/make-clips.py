"""Writes small clips with Pillow, and every frame as it is seen, as RGBA rows, beside them.

Usage: make-clips.py FOLDER. The frames of each clip go to NAME.frames, one after the other.
"""
import os
import subprocess
import sys
import zipfile
from PIL import Image, ImageDraw, ImageSequence

folder = sys.argv[1]
SIZE = (96, 64)
COUNT = 7


def scene(k, clear=False):
    """A square that goes across; without a ground where it is clear."""
    ground = (0, 0, 0, 0) if clear else (40, 90, 160, 255)
    im = Image.new('RGBA', SIZE, ground)
    draw = ImageDraw.Draw(im)
    draw.rectangle([8 + 10 * k, 20, 28 + 10 * k, 44], fill=(230, 60, 40, 255))
    draw.ellipse([60, 4 + 5 * k, 84, 28 + 5 * k], fill=(250, 220, 90, 255))
    return im


def seen(name):
    """The frames of a file as Pillow shows them."""
    im = Image.open(os.path.join(folder, name))
    out = b''.join(frame.convert('RGBA').tobytes() for frame in ImageSequence.Iterator(im))
    open(os.path.join(folder, name + '.frames'), 'wb').write(out)


frames = [scene(k) for k in range(COUNT)]
clear = [scene(k, True) for k in range(COUNT)]
durations = [100, 50, 200, 100, 100, 30, 120]


def by_ffmpeg(name):
    """The same as ffmpeg shows them: Pillow pastes a half clear frame by its alpha and does not lay it over."""
    path = os.path.join(folder, name)
    how = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-vsync', 'passthrough', '-y', path + '.frames']
    subprocess.run(['ffmpeg', '-v', 'error', '-i', path] + how, check=True)


def save(name, list_, read=seen, **how):
    list_[0].save(os.path.join(folder, name), save_all=True, append_images=list_[1:], **how)
    read(name)


save('plain.gif', [f.convert('RGB') for f in frames], duration=durations, loop=0)
save('clear.gif', clear, duration=60, loop=0, disposal=2)
save('plain.webp', frames, duration=durations, loop=0, lossless=True)
save('plain.png', frames, duration=durations, loop=0)
save('clear.png', clear, duration=80, loop=0, disposal=1, blend=0)
half = [f.copy() for f in clear]
for k, f in enumerate(half):
    f.putalpha(f.getchannel('A').point(lambda a, k=k: a * (k + 3) // 10))
save('over.png', half, by_ffmpeg, duration=80, loop=0, disposal=0, blend=1)
save('back.png', half, by_ffmpeg, duration=80, loop=0, disposal=2, blend=1)
save('grey.gif', [f.convert('L') for f in frames], duration=100, loop=0)
frames[0].save(os.path.join(folder, 'still.gif'))

with zipfile.ZipFile(os.path.join(folder, 'stills.zip'), 'w') as z:
    # Out of order, and without leading noughts: the numbers count.
    for k in [2, 0, 1, 6, 5, 4, 3]:
        path = os.path.join(folder, 'frame.png')
        frames[k].convert('RGB').save(path)
        z.write(path, 'film/frame-%d.png' % (k + 4))
    z.writestr('__MACOSX/film/._frame-1.png', b'x')
open(os.path.join(folder, 'stills.zip.frames'), 'wb').write(b''.join(f.convert('RGBA').tobytes() for f in frames))

with zipfile.ZipFile(os.path.join(folder, 'notes.zip'), 'w') as z:
    z.write(os.path.join(folder, 'frame.png'), 'a.png')
    z.writestr('notes.txt', 'Remember the kites.')
with zipfile.ZipFile(os.path.join(folder, 'sizes.zip'), 'w') as z:
    z.write(os.path.join(folder, 'frame.png'), '1.png')
    frames[0].resize((50, 50)).save(os.path.join(folder, 'other.png'))
    z.write(os.path.join(folder, 'other.png'), '2.png')
with zipfile.ZipFile(os.path.join(folder, 'empty.zip'), 'w') as z:
    z.writestr('.DS_Store', b'x')

for name in ['plain.gif', 'plain.webp', 'plain.png', 'stills.zip']:
    data = open(os.path.join(folder, name), 'rb').read()
    root, ending = name.split('.')
    open(os.path.join(folder, 'short.' + ending), 'wb').write(data[:len(data) * 2 // 3])

long = [Image.new('L', (4, 4), k % 256) for k in range(1801)]
long[0].save(os.path.join(folder, 'frames.gif'), save_all=True, append_images=long[1:], duration=20, loop=0)
slow = [Image.new('L', (4, 4), 40 * k) for k in range(4)]
slow[0].save(os.path.join(folder, 'hours.webp'), save_all=True, append_images=slow[1:], duration=2700000, lossless=True)
