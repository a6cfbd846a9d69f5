import * as series from '#api/series/operations';
import { listSeries } from '#usecases/series/seriesView';
import { presentSeries } from '../present';
import { route } from '../respond';

export const GET = route(series.listSeries, ({ desk }) => ({ series: listSeries(desk).map(presentSeries) }));
