import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { saveSettings, settingsInputSchema } from '@/services/settings/settings';

export function PUT(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    saveSettings(context, await readJson(request, settingsInputSchema)),
  );
}
