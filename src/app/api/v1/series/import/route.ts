import * as series from '#api/series/operations';
import { importSeries } from '#usecases/series/exchangeSeries';
import { route } from '../../respond';

export const POST = route(series.importSeries, async ({ desk, body }) => await importSeries(desk, body.text));
