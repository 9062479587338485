/** The ready looks: each has its own mood, colours, type, corners and way of drawing an answer (`visitor/look/looks.css`). */
import type { READY } from '../schema/look';
import type { FontId } from './fonts';

export type Ready = (typeof READY)[number];

/** What each colour is for, by its name in the document. */
export const ROLES = ['ground', 'paper', 'ink', 'quiet', 'chosen', 'button', 'onButton', 'track'] as const;
export type Role = (typeof ROLES)[number];
export type Colours = Record<Role, string>;

export type Corners = 'straight' | 'soft' | 'round';
export type ReadyLook = {
  name: string;
  /** In half a sentence, as its creator chooses by it. */
  mood: string;
  colours: Colours;
  heading: FontId;
  text: FontId;
  corners: Corners;
};

export const readyLooks: Record<Ready, ReadyLook> = {
  chalk: {
    name: 'Chalk',
    mood: 'plain and clear, for any page',
    colours: {
      ground: '#F5F6F1',
      paper: '#FFFFFF',
      ink: '#1D2430',
      quiet: '#4E5766',
      chosen: '#1D2430',
      button: '#1D2430',
      onButton: '#FFFFFF',
      track: '#C9CDC0',
    },
    heading: 'bricolage-grotesque',
    text: 'figtree',
    corners: 'straight',
  },
  meadow: {
    name: 'Meadow',
    mood: 'a warm page to read slowly',
    colours: {
      ground: '#FBF4E6',
      paper: '#FFFDF7',
      ink: '#1D2B2A',
      quiet: '#55605C',
      chosen: '#1F423D',
      button: '#B5432C',
      onButton: '#FFFFFF',
      track: '#DCCFAE',
    },
    heading: 'source-serif-4',
    text: 'figtree',
    corners: 'straight',
  },
  'night-camp': {
    name: 'Night camp',
    mood: 'a lamp in the dark, lines instead of boxes',
    colours: {
      ground: '#0C1122',
      paper: '#151B31',
      ink: '#F5EFDF',
      quiet: '#B3B6C6',
      chosen: '#F2B84B',
      button: '#F2B84B',
      onButton: '#1B1830',
      track: '#3A4262',
    },
    heading: 'outfit',
    text: 'outfit',
    corners: 'round',
  },
  blackboard: {
    name: 'Blackboard',
    mood: 'handwriting in a wooden frame',
    colours: {
      ground: '#E9DFCB',
      paper: '#24443A',
      ink: '#F6F3E6',
      quiet: '#C3D3C6',
      chosen: '#F4D57A',
      button: '#F4D57A',
      onButton: '#1C332C',
      track: '#4B6D60',
    },
    heading: 'caveat',
    text: 'figtree',
    corners: 'straight',
  },
  flapjack: {
    name: 'Flapjack',
    mood: 'oats and syrup, everything round',
    colours: {
      ground: '#EFC98C',
      paper: '#FBE6C2',
      ink: '#3D2412',
      quiet: '#6B4526',
      chosen: '#4A2A12',
      button: '#A8481A',
      onButton: '#FFF8EA',
      track: '#F0CE96',
    },
    heading: 'nunito',
    text: 'nunito',
    corners: 'round',
  },
  enamel: {
    name: 'Enamel',
    mood: 'blue rim on white, as on an old mug',
    colours: {
      ground: '#E6EBF6',
      paper: '#FFFFFF',
      ink: '#15245C',
      quiet: '#4A5683',
      chosen: '#1B3A97',
      button: '#1B3A97',
      onButton: '#FFFFFF',
      track: '#CBD6F0',
    },
    heading: 'bitter',
    text: 'figtree',
    corners: 'soft',
  },
  signpost: {
    name: 'Signpost',
    mood: 'loud, and every answer points somewhere',
    colours: {
      ground: '#E9B400',
      paper: '#FFD23E',
      ink: '#16130A',
      quiet: '#4D410F',
      chosen: '#16130A',
      button: '#16130A',
      onButton: '#FFD23E',
      track: '#FFF2BF',
    },
    heading: 'oswald',
    text: 'figtree',
    corners: 'straight',
  },
  ticket: {
    name: 'Ticket',
    mood: 'typed, torn off and stamped',
    colours: {
      ground: '#F8EDEC',
      paper: '#F1C9C8',
      ink: '#4B0F20',
      quiet: '#6E2B3B',
      chosen: '#7A1230',
      button: '#7A1230',
      onButton: '#FFF3F2',
      track: '#FAE4E3',
    },
    heading: 'red-hat-mono',
    text: 'red-hat-mono',
    corners: 'straight',
  },
  'fair-day': {
    name: 'Fair day',
    mood: 'bunting, bright bands, a bit aslant',
    colours: {
      ground: '#F3E7FA',
      paper: '#3B1D66',
      ink: '#FFF6E5',
      quiet: '#D8C6F0',
      chosen: '#FFB52E',
      button: '#3ECFC0',
      onButton: '#1E1038',
      track: '#6A4A9C',
    },
    heading: 'fredoka',
    text: 'nunito',
    corners: 'soft',
  },
};
