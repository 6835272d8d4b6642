/** What a page says, by its parts. */
import type { Block, DocumentLine, Equation, Page, Part, Role, Chapter } from './types';

type Named = Extract<Part, string>;

/** The chapters about something. */
export const about = (page: Page, part: Named): Chapter[] =>
  page.chapters.filter((chapter) => chapter.part === part);

/** The lines of a chapter that have a role, or all of them. */
export const linesOf = (chapter: Chapter, role?: Role): DocumentLine[] =>
  chapter.blocks.flatMap((block: Block) =>
    'line' in block && (role === undefined || block.line.role === role) ? [block.line] : [],
  );

/** The lines of all chapters about something. */
export const lines = (page: Page, part: Named): DocumentLine[] =>
  about(page, part).flatMap((chapter) => linesOf(chapter));

/** A step of the working. */
export interface Step {
  /** From 1. */
  readonly number: number;
  readonly chapter: Chapter;
}

/** The steps of the working, in their order. */
export const steps = (page: Page): Step[] =>
  page.chapters.flatMap((chapter) =>
    typeof chapter.part === 'object' ? [{ number: chapter.part.step, chapter }] : [],
  );

/** The equations of a chapter, in their order. */
export const equationsOf = (chapter: Chapter): Equation[] =>
  chapter.blocks.flatMap((block) => ('equation' in block ? [block.equation] : []));
