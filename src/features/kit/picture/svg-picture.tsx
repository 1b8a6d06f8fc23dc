import { createElement, type CSSProperties, type ReactNode } from 'react';
import { type SvgElement } from '@/core/picture';

/** `stroke-width` as a component takes it: `strokeWidth`; names that belong to whoever can’t see stay as they are. */
const propName = (name: string): string =>
  name.startsWith('aria-') ? name : name.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());

function drawn({ tag, attributes, style, children }: SvgElement, more: object): ReactNode {
  const props = Object.fromEntries(Object.entries(attributes).map(([name, value]) => [propName(name), value]));
  const properties: CSSProperties | undefined =
    style && Object.fromEntries(Object.entries(style).map(([name, value]) => [propName(name), value]));
  const inside = children.map((child, index) => (typeof child === 'string' ? child : drawn(child, { key: index })));
  return createElement(tag, { ...props, ...(properties && { style: properties }), ...more }, ...inside);
}

/** An SVG document on a page, drawn element by element: what has not changed stays as it is. */
export function SvgPicture({ svg, width, height }: { svg: SvgElement; width: string; height: string }) {
  return drawn(svg, { width, height });
}
