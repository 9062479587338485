/**
 * The page around cannot hear the keys in here: where the quiz stands over it, Escape closes it. This comes with the page, before its scripts.
 */
export const tellEscape = `addEventListener('keydown',function(e){if(e.key==='Escape'&&!e.defaultPrevented&&parent!==window)parent.postMessage({yesMaybe:1,escape:true},'*')})`;
