/**
 * Takes everything out of a drawing (SVG) that runs, or that points outside of it. @returns null for what is no drawing
 */
export async function cleanDrawing(text: string): Promise<string | null> {
  // To load a whole document model takes a second, and few threads ever see a drawing.
  const [{ JSDOM }, { default: createDOMPurify }] = await Promise.all([import('jsdom'), import('dompurify')]);
  const { window } = new JSDOM('');
  try {
    const purify = createDOMPurify(window);
    purify.addHook('uponSanitizeAttribute', (_node, attribute) => {
      // A drawing may point into itself, nowhere else.
      const pointsOut =
        /url\(\s*['"]?(?!#)/i.test(attribute.attrValue) ||
        (/href$/i.test(attribute.attrName) && !attribute.attrValue.startsWith('#'));
      if (pointsOut) attribute.keepAttr = false;
    });
    const body = purify.sanitize(text, {
      USE_PROFILES: { svg: true, svgFilters: true },
      FORBID_TAGS: ['style', 'a', 'image', 'foreignObject'],
      RETURN_DOM_FRAGMENT: true,
    });
    const drawing = body.querySelector('svg');
    // Written as XML: what is kept must stand on its own, outside any page.
    return drawing ? new window.XMLSerializer().serializeToString(drawing) : null;
  } finally {
    window.close();
  }
}
