/** The bench's colours for what is drawn on the canvas, by day and by night. */
export interface Palette {
  paper: string;
  ink: string;
  sheet: string;
  /** Under the art: a tone that dark lines and light paint both stand out from. */
  canvas: string;
  woad: string;
  brass: string;
  madder: string;
  sap: string;
}

export const DAY: Palette = {
  paper: '#f4efe4',
  ink: '#25303a',
  sheet: '#fbf8f1',
  canvas: '#f8f4ea',
  woad: '#2b5c86',
  brass: '#b5842a',
  madder: '#b23a33',
  sap: '#4f7a3d',
};
export const NIGHT: Palette = {
  paper: '#22262b',
  ink: '#ece6d8',
  sheet: '#2a2f35',
  canvas: '#6f7474',
  woad: '#8cbbe2',
  brass: '#d9ab55',
  madder: '#ee8a80',
  sap: '#9cc683',
};
