// Made by scripts/compileStyles.mjs from the *.style.yaml files of this folder.
import type { HouseStyle } from '../document/houseStyle.js';

export const builtInStyles: Readonly<Record<string, HouseStyle>> = {
  apa: {
    "hexis": "style/1",
    "name": "apa",
    "extends": "plain",
    "description": "Figures after the publication manual of the APA, 7th edition.",
    "colors": {
      "ink": "#000000",
      "rule": "#000000",
      "soft": "#000000"
    },
    "text": {
      "size": "10pt",
      "axisTitle": {
        "size": "10pt",
        "least": "8pt"
      },
      "tickLabel": {
        "size": "9pt",
        "least": "8pt"
      },
      "legendTitle": {
        "size": "9pt",
        "least": "8pt",
        "weight": "regular"
      },
      "legendEntry": {
        "size": "9pt",
        "least": "8pt"
      },
      "dataLabel": {
        "size": "8.5pt",
        "least": "8pt"
      },
      "heading": {
        "size": "12pt",
        "least": "8pt"
      },
      "captionNumber": {
        "size": "11pt",
        "least": "8pt",
        "weight": "bold"
      },
      "captionTitle": {
        "size": "11pt",
        "least": "8pt",
        "slant": "italic"
      },
      "note": {
        "size": "10pt",
        "least": "8pt"
      }
    },
    "words": {
      "case": "title",
      "titleCase": "title",
      "unit": "parentheses"
    },
    "widths": {
      "text": "6.5in",
      "column": "3.15in"
    },
    "size": {
      "width": "text",
      "ratio": 1.7
    },
    "axes": {
      "all": {
        "line": {
          "width": "0.75pt",
          "color": "ink"
        },
        "grid": {
          "width": "0pt",
          "color": "grid"
        }
      },
      "value": {
        "line": {
          "width": "0.75pt",
          "color": "ink"
        },
        "ticks": "outside",
        "grid": {
          "width": "0pt",
          "color": "grid"
        }
      }
    },
    "bars": {
      "outline": {
        "width": "0pt",
        "color": "ink"
      }
    },
    "errorBars": {
      "width": "0.9pt",
      "color": "ink"
    },
    "palette": {
      "single": "#5f6b7b",
      "groups": [
        "#404b5b",
        "#8498aa",
        "#95613c",
        "#621d1d",
        "#7e836f",
        "#6d5852",
        "#8e68a5",
        "#b28242"
      ]
    },
    "legend": {
      "place": "right"
    },
    "heading": {
      "show": false
    },
    "captionForm": {
      "number": "Figure {number}",
      "arrange": "stacked",
      "noteLead": "*Note.*"
    }
  },
  plain: {
    "hexis": "style/1",
    "name": "plain",
    "description": "An office house style with the heading inside the figure.",
    "colors": {
      "ink": "#1c2126",
      "soft": "#5b646d",
      "rule": "#8b949c",
      "grid": "#dfe3e7",
      "paper": "#ffffff",
      "signal": "#b3401f"
    },
    "text": {
      "face": "Arimo",
      "size": "9.5pt",
      "axisTitle": {
        "size": "9pt",
        "least": "7pt",
        "weight": "regular",
        "slant": "upright",
        "color": "ink"
      },
      "tickLabel": {
        "size": "9pt",
        "least": "7pt",
        "weight": "regular",
        "slant": "upright",
        "color": "ink"
      },
      "legendTitle": {
        "size": "9pt",
        "least": "7pt",
        "weight": "bold",
        "slant": "upright",
        "color": "ink"
      },
      "legendEntry": {
        "size": "9pt",
        "least": "7pt",
        "weight": "regular",
        "slant": "upright",
        "color": "ink"
      },
      "dataLabel": {
        "size": "8.5pt",
        "least": "7pt",
        "weight": "regular",
        "slant": "upright",
        "color": "ink"
      },
      "heading": {
        "size": "12pt",
        "least": "10pt",
        "weight": "bold",
        "slant": "upright",
        "color": "ink"
      },
      "captionNumber": {
        "size": "9.5pt",
        "least": "8pt",
        "weight": "bold",
        "slant": "upright",
        "color": "ink"
      },
      "captionTitle": {
        "size": "9.5pt",
        "least": "8pt",
        "weight": "regular",
        "slant": "upright",
        "color": "ink"
      },
      "note": {
        "size": "8.5pt",
        "least": "7pt",
        "weight": "regular",
        "slant": "upright",
        "color": "soft"
      }
    },
    "words": {
      "case": "sentence",
      "titleCase": "as-written",
      "unit": "parentheses",
      "keep": []
    },
    "numbers": {
      "decimalMark": ".",
      "grouping": "space"
    },
    "space": {
      "page": 0.4,
      "heading": 1,
      "tickLabel": 0.4,
      "axisTitle": 0.7,
      "legend": 1.4,
      "legendEntry": 0.5,
      "legendKey": 0.85,
      "dataLabel": 0.35,
      "caption": 0.9
    },
    "widths": {
      "text": "16cm",
      "column": "7.7cm"
    },
    "size": {
      "width": "text",
      "ratio": 1.75
    },
    "panel": {
      "least": 0.4
    },
    "axes": {
      "all": {
        "line": {
          "width": "0.6pt",
          "color": "rule"
        },
        "ticks": "none",
        "tickLength": 0.4,
        "grid": {
          "width": "0pt",
          "color": "grid"
        }
      },
      "value": {
        "line": {
          "width": "0pt",
          "color": "rule"
        },
        "grid": {
          "width": "0.5pt",
          "color": "grid"
        }
      }
    },
    "bars": {
      "share": 0.62,
      "widest": "64pt",
      "gap": 0.04,
      "outline": {
        "width": "0pt",
        "color": "ink"
      }
    },
    "errorBars": {
      "width": "0.9pt",
      "color": "ink",
      "cap": 0.55,
      "halo": "0.6pt"
    },
    "palette": {
      "single": "#738ca7",
      "groups": [
        "#35618c",
        "#bd8b40",
        "#5c314f",
        "#8d717e",
        "#45523b",
        "#6e86b5",
        "#9e5c1a",
        "#899075"
      ]
    },
    "legend": {
      "place": "top"
    },
    "dataLabels": {
      "show": "none"
    },
    "heading": {
      "show": true
    },
    "captionForm": {
      "number": "Figure {number}.",
      "arrange": "run-in",
      "noteLead": ""
    },
    "export": {
      "text": "outlines",
      "dpi": 300
    }
  },
};
