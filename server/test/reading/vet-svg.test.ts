import { gzipSync } from 'node:zlib';
import { PictureError } from '../../src/pictures/picture-error.ts';
import { checkCss } from '../../src/pictures/reading/svg/references.ts';
import { mayBeSvg, svgText } from '../../src/pictures/reading/svg/svg-text.ts';
import { NoSvg, vetSvg } from '../../src/pictures/reading/svg/vet-svg.ts';
import { normalisePicture } from '../../src/pictures/reading/normalise.ts';

const ROOT = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"';
const svg = (inside: string) => `<svg ${ROOT}>${inside}</svg>`;

describe('what a drawing may hold', () => {
  test.each([
    ['a plain drawing', '<path d="M0 0h9"/>'],
    ['links inside itself', '<use href="#a"/><rect fill="url(#g)"/><rect style="fill:url( \'#g\' )"/>'],
    ['an embedded picture', '<image href="data:image/png;base64,AAAA"/>'],
    ['the older form of a link', '<use xlink:href="#a"/>'],
    ['a style sheet', '<style>.a{fill:url(#g)} @media screen{.b{stroke:#fff}}</style>'],
  ])('%s is taken', (_, inside) => {
    expect(vetSvg(svg(inside)).document).toContain(inside.slice(0, 6));
  });

  test.each([
    ['an absolute link', '<image href="http://example.org/a.png"/>'],
    ['a link without a scheme', '<image href="../secret.png"/>'],
    ['single quotes', "<image href='file:///etc/hosts'/>"],
    ['spaces round the sign', '<image xlink:href = "https://example.org"/>'],
    ['a paint server elsewhere', '<rect fill="url(other.svg#g)"/>'],
    ['an encoded letter', '<image href="&#x68;ttps://example.org/a.png"/>'],
    ['a drawing in a drawing', '<image href="data:image/svg+xml;base64,AAAA"/>'],
    ['an escape in CSS', '<rect style="fill:\\75rl(http://example.org/a.svg#g)"/>'],
    ['an escaped address in CSS', '<rect fill="url(\\68ttp://example.org/a.svg#g)"/>'],
    ['an import', '<style>@import "a.css";</style>'],
    ['an escaped import', '<style>@\\69mport "a.css";</style>'],
    ['an import in two pieces', '<style>@imp<![CDATA[ort "a.css";]]></style>'],
    ['a set of pictures', '<style>.a{mask-image:image-set("http://example.org/a.png" 1x)}</style>'],
    ['a font elsewhere', '<style>@font-face{font-family:a;src:url(a.woff)}</style>'],
  ])('%s is refused', (_, inside) => {
    expect(() => vetSvg(svg(inside))).toThrow(/outside itself/);
  });

  test.each([
    ['a script', '<script>1</script>', /<script>, which is not drawn/],
    ['foreign content', '<foreignObject><p/></foreignObject>', /<foreignObject>/],
    ['what has no end', '<g>', /damaged/],
    ['an entity of nobody', '<text>&nobody;</text>', /damaged/],
    ['groups without end', '<g>'.repeat(300) + '</g>'.repeat(300), /256 deep/],
  ])('%s is refused in a sentence of its own', (_, inside, said) => {
    expect(() => vetSvg(svg(inside))).toThrow(said);
  });

  test('what draws nothing is left out, and so is what is not known', () => {
    const { document } = vetSvg(
      svg(
        '<title>T</title><metadata><rdf:RDF xmlns:rdf="urn:r"><x href="http://a"/></rdf:RDF></metadata>' +
          '<other xmlns="urn:o" href="http://b"><path d="M9"/></other>' +
          '<g onload="a()" data-x="1" fill="red"><a href="https://example.org"><rect width="1"/></a></g><animate/>',
      ),
    );
    expect(document).toBe(`<svg ${ROOT}><g fill="red"><a><rect width="1"></rect></a></g></svg>`);
  });

  test('a style sheet that a processing instruction names, and entities of its own, are refused', () => {
    expect(() => vetSvg(`<?xml-stylesheet href="a.css"?>${svg('')}`)).toThrow(/outside itself/);
    expect(() => vetSvg(`<!DOCTYPE svg [<!ENTITY a "b">]>${svg('')}`)).toThrow(/entities/);
    expect(
      vetSvg(`<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/a.dtd">${svg('')}`).document,
    ).not.toContain('DOCTYPE');
  });

  test('other XML is no drawing', () => {
    expect(() => vetSvg('<html><body/></html>')).toThrow(NoSvg);
    expect(() => vetSvg('<svg/>')).toThrow(NoSvg);
    expect(vetSvg('<s:svg xmlns:s="http://www.w3.org/2000/svg"><s:path d="M1"/></s:svg>').document).toContain(
      '<path d="M1">',
    );
  });

  test('text with signs of XML comes through as it was', () => {
    const { document } = vetSvg(svg('<text x="1">a &lt; b &amp;amp; <![CDATA[<c>]]></text><path d="a&quot;b"/>'));
    expect(document).toContain('<text x="1">a &lt; b &amp;amp; &lt;c&gt;</text>');
    expect(document).toContain('d="a&quot;b"');
  });

  test('brackets inside a function of addresses do not hide one', () => {
    expect(() => checkCss('a{b:image-set((("x.png")))}')).toThrow(PictureError);
    expect(() => checkCss('a{b:url(#x)} c::after{content:"http://example.org"}')).not.toThrow();
  });
});

describe('the text of a drawing', () => {
  test('is told from other files by its beginning', () => {
    expect(mayBeSvg(Buffer.from('\uFEFF<?xml version="1.0"?>\n<!-- hello --><svg:svg>'))).toBe(true);
    expect(mayBeSvg(Buffer.from('<svg/>', 'utf16le'))).toBe(true);
    expect(mayBeSvg(Buffer.from('\x89PNG<svg ', 'latin1'))).toBe(false);
  });

  test('is read in the encoding that it states, packed or not (XML 1.0, appendix F)', () => {
    const latin = Buffer.from('<?xml version="1.0" encoding="ISO-8859-1"?><a>\u00fc</a>', 'latin1');
    expect(svgText(latin)).toContain('\u00fc');
    expect(svgText(Buffer.from('\uFEFF<a>\u00fc</a>', 'utf16le'))).toBe('<a>\u00fc</a>');
    expect(svgText(gzipSync('<a>\u00fc</a>'))).toBe('<a>\u00fc</a>');
    expect(() => svgText(Buffer.from('<a>\xfc</a>', 'latin1'))).toThrow(/UTF-8/);
    expect(() => svgText(Buffer.from('<?xml version="1.0" encoding="none-such"?><a/>'))).toThrow(/UTF-8/);
    expect(() => svgText(gzipSync(svg('')).subarray(0, 30))).toThrow(/damaged/);
  });

  test('unpacked beyond all measure is refused', () => {
    expect(() => svgText(gzipSync(Buffer.alloc(101_000_000, 0x20)))).toThrow(/larger than 100 MB/);
  });

  test('of a packed drawing is vetted and drawn like any other', async () => {
    const square = `<svg ${ROOT} viewBox="0 0 20 10"><rect width="10" height="10" fill="#f00"/></svg>`;
    const packed = await normalisePicture(gzipSync(square), 'a.svgz');
    const plain = await normalisePicture(Buffer.from(square), 'a.svg');
    expect([packed.width, packed.height]).toEqual([4000, 2000]);
    expect(Buffer.compare(packed.pixels, plain.pixels)).toBe(0);
    await expect(normalisePicture(gzipSync(svg('<image href="a.png"/>')), 'a.svgz')).rejects.toThrow(/outside itself/);
  });
});

/** Milliseconds that vetting takes, whatever comes of it. */
function timeOf(text: string): number {
  const start = performance.now();
  try {
    vetSvg(text);
  } catch {
    // Most of these are refused.
  }
  return performance.now() - start;
}

test.each([
  ['a comment with spaces after url(', (n: number) => `<svg><!--url(${' '.repeat(n)}`],
  ['url( again and again', (n: number) => svg(`<style>${'url('.repeat(n)}</style>`)],
  ['doctypes without end', (n: number) => '<!DOCTYPE'.repeat(n)],
  ['an address with spaces', (n: number) => svg(`<rect fill="url(${' '.repeat(n)}"/>`)],
  ['a number with many digits', (n: number) => `<svg ${ROOT} width="${'1'.repeat(n)}"/>`],
  ['many attributes', (n: number) => svg(`<g ${Array.from({ length: n / 8 }, (_, k) => `a${k}=""`).join(' ')}/>`)],
])('time grows in step with length: %s', (_, of) => {
  timeOf(of(20_000));
  // The patterns of before took minutes for 2000 of some of these.
  expect(timeOf(of(400_000))).toBeLessThan(3000);
});
