// The parts of the chart library that are used, so that no more than these travel.
import { BarChart, CustomChart, LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';

use([BarChart, LineChart, ScatterChart, CustomChart, GridComponent, CanvasRenderer]);

export { init };
