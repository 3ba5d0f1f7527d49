"""Values that are known at an element only, and what sheets say of custom properties and functions, against the browser."""

from __future__ import annotations

from .base import AgreementCase

REGISTERED = (
    "@property --w{syntax:'<length>|auto';inherits:false;initial-value:auto} .o{--w:90px;width:var(--w)} .a{width:var(--w)}",
    "@property --w{syntax:'<percentage>';inherits:true;initial-value:10%} .o{--w:calc(10% * 3)} .a{width:var(--w)}",
    "@property --w{syntax:'<length-percentage>';inherits:true;initial-value:10%} .o{--w:calc(10% + 2em);font-size:30px} .a{width:var(--w);font-size:10px}",
    "@property --w{syntax:'<number>';inherits:true;initial-value:1} .o{--w:calc(1 + 2)} .a{width:calc(var(--w)*20px)}",
    "@property --w{syntax:'<integer>';inherits:true;initial-value:1} .o{--w:calc(1.2 + 2)} .a{width:calc(var(--w)*20px)}",
    "@property --w{syntax:'<length>+';inherits:true;initial-value:1px} .o{--w:1em 2em;font-size:30px} .a{padding:var(--w)}",
    "@property --w{syntax:'<length>#';inherits:true;initial-value:1px} .o{--w:1em, 2em;font-size:30px} .a{padding:var(--w)}",
    "@property --w{syntax:'<length>';inherits:true} .o{--w:1em} .a{font-size:30px;padding:var(--w)}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:1em} .o{--w:1em} .a{font-size:30px;padding:var(--w)}",
    "@property --w{syntax:'<length>';initial-value:1px} .o{--w:1em} .a{font-size:30px;padding:var(--w)}",
    "@property --w{inherits:true;initial-value:1px} .o{--w:1em} .a{font-size:30px;padding:var(--w)}",
    "@property --w{syntax:'<bogus>';inherits:true;initial-value:1px} .o{--w:1em} .a{font-size:30px;padding:var(--w)}",
    "@property --w{syntax:'*';inherits:true;initial-value:3em} .a{font-size:30px;padding:var(--w)}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:3px} @property --w{syntax:'<length>';inherits:false;initial-value:9px} .o{--w:20px} .a{padding:var(--w)}",
    "@media(width > 2000px){@property --w{syntax:'<length>';inherits:false;initial-value:9px}} .o{--w:20px} .a{padding:var(--w,1px)}",
    "@media(width > 200px){@property --w{syntax:'<length>';inherits:false;initial-value:9px}} .o{--w:20px} .a{padding:var(--w,1px)}",
    "@layer x{@property --w{syntax:'<length>';inherits:false;initial-value:9px}} @property --w{syntax:'<length>';inherits:false;initial-value:5px} @layer x{@property --w{syntax:'<length>';inherits:false;initial-value:7px}} .a{padding:var(--w,1px)}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:3px} .o{--w:10vw;--q:calc(var(--w)/2);font-size:9px} .a{padding:var(--q)}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:3px} .o{--w:2em;--q:calc(var(--w)*2);font-size:9px} .a{font-size:33px;padding:var(--q)}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:3px} .o{--w:initial} .a{padding:var(--w)}",
    "@property --w{syntax:'<length>';inherits:false;initial-value:3px} .o{--w:12px} .a{--w:inherit;padding:var(--w)}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:3px} .o{--w:12px} .a{--w:unset;padding:var(--w)}",
    "@property --w{syntax:'<length>';inherits:false;initial-value:3px} .o{--w:12px} .a::before{content:'';padding:var(--w)} .a{--w:14px}",
)
STYLE_QUERIES = (
    "@property --w{syntax:'a | b';inherits:true;initial-value:a} .o{--w:b} @container style(--w: b){.a{width:50px}}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:3px} .o{--w:2em} @container style(--w: 32px){.a{width:50px}}",
    "@property --w{syntax:'<length>';inherits:true;initial-value:3px} .o{--w:3px} @container style(--w){.a{width:50px}}",
    "@property --w{syntax:'<color>';inherits:true;initial-value:red} .o{--w:#f00} @container style(--w: rgb(255,0,0)){.a{width:50px}}",
    ".o{--w:2em} @container style(--w: 32px){.a{width:50px}}",
    ".o{--w: 1 } @container style(--w:1){.a{width:50px}}",
    ".o{--w:1;--v:2} @container style((--w:1) and (--v:2)){.a{width:50px}}",
    ".o{--w:1;--v:2} @container style(--w:1) and style(--v:3){.a{width:50px}}",
    ".o{--w:1;--v:2} @container not style(--v:3){.a{width:50px}}",
    ".o{--w:1;--v:2} @container style(not (--v:3)){.a{width:50px}}",
    ".o{--w:1;--v:2} @container style(--w:1) or style(--v:3){.a{width:50px}}",
    ".o{--w:1;--v:2} @container style(1 < --v <= 2){.a{width:50px}}",
    ".o{--w:1;--v:2} @container style(--w < --v){.a{width:50px}}",
    ".o{--w:1;--v:20px} @container style(--v > 1em){.a{width:50px}}",
    ".o{--w:1;--v:20px} @container style(var(--v) > 1em){.a{width:50px}}",
    ".o{--w:1;--v:calc(2*10px)} @container style(--v = 20px){.a{width:50px}}",
    "body{--w:1} .o{container-name:k} @container k style(--w:1){.a{width:50px}}",
    "body{--w:1} .o{--w:2} @container style(--w:1){.a{width:50px}}",
    "body{--w:1;container-name:k} .o{--w:2} @container k style(--w:1){.a{width:50px}}",
    ".o{--w:1;container-type:inline-size} @container (width > 100px) and style(--w:1){.a{width:50px}}",
    "body{container-type:inline-size} .o{--w:1} @container (width > 100px) and style(--w:1){.a{width:50px}}",
    ".a{--w:1} @container style(--w:1){.a{width:50px}}",
    ".a{--w:1} @container style(--w:1){.a::before{content:'abc';padding:10px}}",
    ".o{--w:1} @container style(--w:1){.a{--v:1}} @container style(--v:1){.a::before{content:'abc';padding:10px}}",
    ".o{--w:1} @container style(--w:1){@media (width > 100px){.a{padding:4px}}}",
    ".o{color:red} @container style(color:red){.a{width:50px}}",
)
ATTRIBUTES = (
    ".a{padding:attr(data-w px) attr(data-q px, 7px)}",
    ".a{--p:attr(data-w px);padding:var(--p, 3px)}",
    ".a{grid-column:attr(data-w type(<integer>),2)} .o{display:grid}",
    ".a{width:calc(attr(data-w px, 1px) * 3)}",
    ".a::before{content:attr(data-w) ' ' attr(data-q, 'zz')}",
    ".a{width:attr(data-w type(<length> | <number>), 5em)}",
    ".a{font-size:attr(data-w px);line-height:attr(data-q number, 2)}",
    ".a{--l:attr(data-w px);font-size:calc(var(--l)/2);margin-left:1em}",
)
SIBLINGS = (
    ".a{width:calc(100% / sibling-count());float:left}",
    ".o{--i:sibling-index()} .a{width:calc(var(--i) * 30px)}",
    ".a{order:calc(-1 * sibling-index())} .o{display:flex;flex-direction:column}",
    ".a{margin-left:calc(sibling-index() * 1em);font-size:calc(10px + 4px * sibling-index())}",
    ".a:nth-child(2){width:calc(sibling-index() * 30px)}",
    ".o{display:grid;grid-template-columns:repeat(sibling-count(), 1fr)}",
)
FUNCTIONS = (
    "@function --f(--a <number>, --b: 2) returns <length>{result:calc(var(--a) * var(--b) * 1px)} .a{width:--f(20);padding:--f(2, 3)}",
    "@function --f(--a: 3){--b: calc(var(--a) + 1);result:calc(var(--b) * 1px)} .a{padding:--f()}",
    "@function --f(){result:5px;@media(width > 9000px){result:9px}} .a{padding:--f()}",
    "@function --f(){@media(width > 90px){result:9px} result:5px} .a{padding:--f()}",
    "@function --f(){result:--f()} .a{padding:4px;padding:--f()}",
    "@function --f(--a){result:if(style(--a: 1): 10px; else: 20px)} .a{padding:--f(1) --f(2)}",
    "@function --f(--a){result:if(style(--a > 1em): 10px; else: 20px)} .a{padding:--f(17px) --f(2px)}",
    "@function --g(--a){result:calc(var(--a)*2)} @function --f(--a){result:--g(--g(var(--a)))} .a{padding:--f(2px)}",
    "@function --f(--a <length> #){result:10px var(--a)} .a{padding:--f(2px)}",
    "@function --f(--a type(<length>+)){result:var(--a)} .a{padding:--f(2px 4px)}",
    "@function --f(--a, --a){result:10px} .a{padding:--f(2px,3px)}",
    "@function --f(--a) {result:10px !important} .a{padding:--f(2px)}",
)
CHOICES = (
    ".a{width:if(media(width < 600px): 55px; media(print): 4px; supports(width: 3px): 77px)}",
    ".a{width:if(media(print) or supports(display: grid): 55px; else: 1px)}",
    ".a{width:if(media(width < 600px) and (not supports(a:b)): 55px; else: 9px)}",
    ".a{padding:1px if(media(screen): 2px; else: 9px) 3px}",
    ".a{padding:if(media(screen):; else: 9px) 3px}",
    ".a{padding:if(style(--z): 1px; else: if(style(--y): 2px; else: 3px))}",
    ".a{display:if(style(--z): block; else: inline-block)}",
)
REVERTED = (
    ".a{width:44px} .a{width:55px;} p.a{width:revert-rule}",
    ".a{width:44px!important} p.a{width:revert-rule!important}",
    "@layer a{.a{width:44px}} .a{width:revert-rule}",
)
SIZES = (
    ".a { width:calc-size(any, 50px) }",
    ".a { width:calc-size(100px, size * 2) }",
    ".a { width:calc-size(50%, size + 10px) }",
    ".a { height:calc-size(50%, size + 10px) }",
    ".a { width:calc-size(min-content, size) }",
    ".a { height:calc-size(auto, size) }",
    ".a { width:calc-size(calc-size(10px, size + 5px), size * 3) }",
    ".a { width:calc-size(calc-size(min-content, size), size) }",
    ".a { max-width:calc-size(max-content, size) }",
    ".a { min-width:calc-size(any, 100px) }",
    ".a { width:calc-size(10px) }",
    ".a { width:calc-size(red, size) }",
    ".a { width:calc-size(any, size) }",
    ".a { width:calc-size(2em, min(size, 20px)) }",
    ".a { flex-basis:calc-size(content, size) }",
)
BODY = "<div class=o><p class=a data-w=50>x</p><p class=a data-w=60px>yy</p></div>"


class ValuesAtAnElement(AgreementCase):
    def _each(self, sheets: tuple[str, ...]) -> None:
        for sheet in sheets:
            with self.subTest(sheet):
                self.agree(f"p {{ margin: 0 }} {sheet}", BODY, (800, 500))

    def test_registered_properties(self) -> None:
        self._each(REGISTERED)

    def test_queries_of_styles(self) -> None:
        self._each(STYLE_QUERIES)

    def test_attributes_as_values(self) -> None:
        self._each(ATTRIBUTES)

    def test_places_among_siblings(self) -> None:
        self._each(SIBLINGS)

    def test_custom_functions(self) -> None:
        self._each(FUNCTIONS)

    def test_choices(self) -> None:
        self._each(CHOICES)

    def test_rules_that_are_taken_back(self) -> None:
        self._each(REVERTED)

    def test_sizes_that_are_calculated(self) -> None:
        self._each(SIZES)
