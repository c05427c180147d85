import type { Page } from '@playwright/test';

/**
 * What of a page is not where somebody could use it: controls that lie beyond the window or under something else, and text
 * that is cut off without a word about the rest. Each as a sentence.
 */
export function layoutFaults(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    // Links that skip to a part of the page come up when they have the focus.
    const CONTROLS =
      'button, a[href]:not([href^="#"]), input, select, textarea, [role="slider"], [role="radio"], [role="option"]';
    const faults = new Set<string>();
    const root = document.documentElement;
    const nameOf = (element: Element) => {
      const text = element.getAttribute('aria-label') ?? element.getAttribute('title') ?? element.textContent;
      return `${element.tagName.toLowerCase()} “${(text ?? '').trim().replace(/\s+/g, ' ').slice(0, 40)}”`;
    };
    const isShown = (element: Element) =>
      element.checkVisibility({ opacityProperty: true, visibilityProperty: true }) &&
      !element.closest('[aria-hidden="true"], [inert]');
    const scrolls = (element: Element, axis: 'X' | 'Y') => {
      const overflow = getComputedStyle(element)[`overflow${axis}`];
      return overflow === 'auto' || overflow === 'scroll';
    };
    /** The part of an element that is in view: what scrolls shows the rest of it when it is asked to. */
    const partInView = (element: Element) => {
      const box = element.getBoundingClientRect();
      const part = { left: box.left, top: box.top, right: box.right, bottom: box.bottom };
      let [canMoveX, canMoveY] = [root.scrollWidth > root.clientWidth, root.scrollHeight > root.clientHeight];
      for (let outer = element.parentElement; outer; outer = outer.parentElement) {
        const frame = outer.getBoundingClientRect();
        const style = getComputedStyle(outer);
        if (style.overflowX !== 'visible') {
          if (scrolls(outer, 'X')) canMoveX = true;
          else if (box.width > 0 && !canMoveX && box.right > frame.right + 2 && frame.width > 2)
            faults.add(`${nameOf(element)} is cut off at the side`);
          part.left = Math.max(part.left, frame.left);
          part.right = Math.min(part.right, frame.right);
        }
        if (style.overflowY !== 'visible') {
          if (scrolls(outer, 'Y')) canMoveY = true;
          else if (box.height > 0 && !canMoveY && box.bottom > frame.bottom + 2 && frame.height > 2)
            faults.add(`${nameOf(element)} is cut off below`);
          part.top = Math.max(part.top, frame.top);
          part.bottom = Math.min(part.bottom, frame.bottom);
        }
      }
      if (!canMoveX && (box.right > root.clientWidth + 1 || box.left < -1))
        faults.add(`${nameOf(element)} lies beyond the window`);
      if (!canMoveY && (box.bottom > root.clientHeight + 1 || box.top < -1))
        faults.add(`${nameOf(element)} lies above or below the window`);
      return part;
    };

    for (const words of document.querySelectorAll('h1, h2, h3, label, legend, th, dt')) {
      if (!isShown(words) || words.closest('.sr-only, svg')) continue;
      const { left, top, right, bottom } = words.getBoundingClientRect();
      const [x, y] = [(left + right) / 2, (top + bottom) / 2];
      if (x < 0 || y < 0 || x >= innerWidth || y >= innerHeight || right - left < 4) continue;
      const over = document.elementFromPoint(x, y);
      if (over?.matches('button, a') && !words.contains(over) && !over.contains(words))
        faults.add(`${nameOf(words)} lies under ${nameOf(over)}`);
    }
    if (root.scrollWidth > root.clientWidth + 1) faults.add('the page is wider than the window');
    for (const control of document.querySelectorAll(CONTROLS)) {
      if (!isShown(control) || control.matches('.sr-only, [type="file"], :disabled')) continue;
      const { left, top, right, bottom } = partInView(control);
      const [x, y] = [(left + right) / 2, (top + bottom) / 2];
      const isInWindow = x >= 0 && y >= 0 && x < innerWidth && y < innerHeight;
      if (right - left < 4 || bottom - top < 4 || !isInWindow) continue;
      const there = document.elementFromPoint(x, y);
      const isOwn =
        !there ||
        control.contains(there) ||
        there.contains(control) ||
        there.closest('label')?.contains(control) === true ||
        (control.id !== '' && there.closest(`label[for="${CSS.escape(control.id)}"]`) !== null) ||
        control.parentElement?.contains(there) === true;
      if (!isOwn) faults.add(`${nameOf(control)} lies under ${nameOf(there)}`);
    }
    for (const element of document.querySelectorAll('body *')) {
      const hasText = [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim());
      if (!hasText || !isShown(element) || element.closest('.cm-editor, svg, .sr-only')) continue;
      const { overflowX } = getComputedStyle(element);
      const isCut = (overflowX === 'hidden' || overflowX === 'clip') && element.scrollWidth > element.clientWidth + 1;
      if (isCut && element.clientWidth > 1 && !element.closest('[title]'))
        faults.add(`the text of ${nameOf(element)} is cut off`);
    }
    return [...faults];
  });
}
