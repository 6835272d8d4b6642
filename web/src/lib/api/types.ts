/** The types of the border, by the names the Rust side gives them. */
import type { components } from './schema';

type Schemas = components['schemas'];

export type Sheet = Schemas['Sheet'];
export type Support = Schemas['Support'];
export type Load = Schemas['Load'];
export type Direction = Schemas['Direction'];
export type Quantity = Schemas['Quantity'];
export type Conventions = NonNullable<Sheet['conventions']>;
export type Edit = Schemas['Edit'];
export type LiveRequest = Schemas['LiveRequest'];
export type LiveReply = Schemas['LiveReply'];
export type Problem = Schemas['Problem'];
export type Scene = Schemas['Scene'];
export type Mark = Schemas['Mark'];
export type MarkOf<K extends Mark['kind']> = Extract<Mark, { kind: K }>;
export type Page = Schemas['Page'];
export type PageStep = Schemas['PageStep'];
export type PageCheck = Schemas['PageCheck'];
export type PageTerm = Schemas['PageTerm'];
export type ArmMark = Schemas['ArmMark'];
export type Fragment = Schemas['Fragment'];
export type FreeMotion = Schemas['FreeMotion'];
export type Askable = Schemas['Askable'];
export type ShelfReply = Schemas['ShelfReply'];
export type Card = Schemas['Card'];
export type Example = Schemas['Example'];
export type Revision = Schemas['Revision'];
export type SheetSummary = Schemas['SheetSummary'];
export type WholeSheet = Schemas['WholeSheet'];
export type Kept = Schemas['Kept'];
export type ErrorBody = Schemas['ErrorBody'];
export type Free = Schemas['Free'];
export type Offer = Schemas['Offer'];
export type TableRow = Schemas['TableRow'];
export type NextLine = Schemas['NextLine'];
export type XY = readonly [number, number];
