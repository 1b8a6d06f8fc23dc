import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { savedFile } from '@/http/saved-file';
import { namesOfProducts } from '@/services/importing/export';
import { exportSpreadsheet, spreadsheetsOut } from '@/services/importing/spreadsheets';
import { type SpreadsheetForm } from '@/services/packing/spreadsheet-out';
import { notFound, Refusal } from '@/services/refusal';

const FORMS: Readonly<Record<SpreadsheetForm, { readonly type: string; readonly ending: string }>> = {
  csv: { type: 'text/csv; charset=utf-8', ending: 'csv' },
  'csv-comma': { type: 'text/csv; charset=utf-8', ending: 'csv' },
  xlsx: { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', ending: 'xlsx' },
};

const isForm = (text: string): text is SpreadsheetForm => Object.hasOwn(FORMS, text);

/** A part of the catalog, or orders, as a spreadsheet: `?as=xlsx`, `csv`, `csv-comma`; `&ids=` for some products. */
export function GET(request: Request, { params }: { params: Promise<{ key: string }> }): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const wanted = (await params).key;
    const key = spreadsheetsOut.find((known) => known === wanted) ?? notFound(`spreadsheet “${wanted.slice(0, 40)}”`);
    const { searchParams } = new URL(request.url);
    const form = searchParams.get('as') ?? 'xlsx';
    if (!isForm(form))
      throw new Refusal(
        400,
        'malformed',
        `There is no spreadsheet as “${form.slice(0, 20)}”: use ${Object.keys(FORMS).join(', ')}.`,
      );
    const ids = searchParams.get('ids');
    const only = ids === null ? null : await namesOfProducts(context, ids.split(',').map(numberFrom));
    const { type, ending } = FORMS[form];
    const bytes = Buffer.from(await exportSpreadsheet(context, key, form, only));
    return savedFile(bytes, { type, name: `${key}.${ending}` });
  });
}
