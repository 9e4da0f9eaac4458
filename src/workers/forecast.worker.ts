import { expose } from "comlink";
import { forecast, type Forecast, type ForecastQuestion } from "@/core/insight/goals/forecast";

const worker = {
  /** The ranges for some questions, in their order; undefined where too little is known. */
  forecastAll(questions: readonly ForecastQuestion[]): (Forecast | undefined)[] {
    return questions.map((question) => forecast(question));
  },
};
export type ForecastWorker = typeof worker;
expose(worker);
