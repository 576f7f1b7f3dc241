package org.ankerdraft.core.ledger;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.part.Dependence;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.step.Step;

/**
 * Edits of a part as people make them, by chance: numbers, skipping, order, deletion, insertion,
 * undo.
 */
final class RandomEdits {
  /**
   * A moulded and a sheet body, with a parameter, a hole on a face and a draft by the part's pull.
   */
  private static final String START =
      "{'ankerdraft':1,'name':'random','parameters':[{'name':'high','value':'12 mm'},{'name':'wall','value':'2 mm'}],"
          + "'process':{'sheet':{'thickness':'1 mm'}},'steps':["
          + "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'40 mm','height':'30 mm'}]},"
          + "{'kind':'extrude','id':'box','sketch':'s','depth':'1*\\nhigh','body':'Body'},"
          + "{'kind':'draft','id':'d','body':'Body','sets':[{'faces':[{'choose':'upright'}],'angle':'2 deg'}]},"
          + "{'kind':'round','id':'r','body':'Body','sets':[{'edges':[{'choose':'parallel','direction':[0,0,1]},{'choose':'loop','face':{'choose':'face','name':'box/end'}}],'size':'1 mm'}]},"
          + "{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'4 mm'},'curves':[{'curve':'circle','name':'k','diameter':'9 mm'}]},"
          + "{'kind':'extrude','id':'boss','sketch':'q','depth':'14 mm','use':'unite','targets':['Body']},"
          + "{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'boss/end'},'body':'Body'},'body':'Body','diameter':'4 mm','depth':'wall','points':[['0 mm','0 mm']]},"
          + "{'kind':'sketch','id':'u','curves':[{'curve':'rectangle','name':'r','centre':['80 mm','0 mm'],'width':'30 mm','height':'20 mm'}]},"
          + "{'kind':'base','id':'plate','sketch':'u','body':'Sheet'},"
          + "{'kind':'flange','id':'f','body':'Sheet','length':'10 mm','seat':{'edges':[{'choose':'edge','name':'plate/end|plate/side:r.right'}]}}]}";

  private final Random random;
  private final Deque<PartDocument> before = new ArrayDeque<>();
  private PartDocument part = Parts.document(START);
  private int inserted;

  RandomEdits(long seed) {
    random = new Random(seed);
  }

  PartDocument part() {
    return part;
  }

  /** Makes the next edit; says what it was. */
  String next() {
    PartDocument old = part;
    String what =
        switch (random.nextInt(10)) {
          case 0, 1, 2 -> number();
          case 3 -> parameter();
          case 4 -> skip();
          case 5 -> reorder();
          case 6 -> delete();
          case 7 -> insert();
          case 8 -> process();
          default -> undo();
        };
    if (!what.startsWith("undo")) {
      before.push(old);
    }
    return what;
  }

  private Step any() {
    return part.steps().get(random.nextInt(part.steps().size()));
  }

  private String mm(double least, double most) {
    return String.format(Locale.ROOT, "%.2f mm", least + random.nextDouble() * (most - least));
  }

  private String number() {
    String[][] numbers = {
      {"r", "sets[0].size"},
      {"h", "diameter"},
      {"boss", "depth"},
      {"s", "curves[0].width"},
      {"q", "curves[0].diameter"},
      {"f", "length"},
      {"box", "depth"},
      {"q", "plane.offset"}
    };
    String[] at = numbers[random.nextInt(numbers.length)];
    if (part.step(at[0]).isEmpty()) {
      return "nothing";
    }
    String text = random.nextInt(4) == 0 ? "2*wall + " + mm(1, 4) : mm(0.5, 15);
    part = Parts.with(part, at[0], at[1], text);
    return at[0] + "." + at[1] + " = " + text;
  }

  private String parameter() {
    List<Parameter> all = new ArrayList<>(part.parameters());
    int i = random.nextInt(all.size());
    all.set(i, new Parameter(all.get(i).name(), new Expr(mm(1, 14)), null));
    part = part.withParameters(all);
    return all.get(i).toString();
  }

  private String skip() {
    Step s = any();
    part = part.withStep(StepKinds.of(s).withSkipped(!s.skipped()));
    return (s.skipped() ? "build " : "skip ") + s.id();
  }

  private String reorder() {
    Step s = any();
    int to = random.nextInt(part.steps().size());
    PartDocument moved = part.moved(s.id(), to);
    if (random.nextBoolean() && Dependence.newlyBroken(part, moved).isPresent()) {
      return "nothing";
    }
    part = moved;
    return "move " + s.id() + " to " + to;
  }

  private String delete() {
    if (part.steps().size() < 6) {
      return "nothing";
    }
    Step s = any();
    part = part.withoutStep(s.id());
    return "delete " + s.id();
  }

  private String insert() {
    inserted++;
    String id = "in" + inserted;
    String body = random.nextBoolean() ? "Body" : "Sheet";
    String step =
        switch (random.nextInt(8)) {
          case 0 ->
              "{'kind':'chamfer','id':'"
                  + id
                  + "','body':'"
                  + body
                  + "','sets':[{'edges':[{'choose':'nearest edge','at':['"
                  + mm(-20, 20)
                  + "','"
                  + mm(-15, 15)
                  + "','0 mm']}],'size':'0.4 mm'}]}";
          case 1 ->
              "{'kind':'hole','id':'"
                  + id
                  + "','body':'"
                  + body
                  + "','diameter':'2 mm','points':[['"
                  + mm(-10, 10)
                  + "','"
                  + mm(-8, 8)
                  + "']]}";
          case 2 ->
              "{'kind':'pattern','id':'"
                  + id
                  + "','steps':['"
                  + (random.nextBoolean() ? "boss" : "h")
                  + "'],'axis':{'base':'"
                  + (random.nextBoolean() ? "X" : "Y")
                  + "'},'count':"
                  + (2 + random.nextInt(2))
                  + ",'spacing':'"
                  + mm(-9, 9)
                  + "'}";
          case 3 ->
              "{'kind':'revolve','id':'"
                  + id
                  + "','sketch':'u','axis':{'base':'Y'},'angle':'"
                  + (20 + random.nextInt(200))
                  + " deg'}";
          case 4 ->
              "{'kind':'boss','id':'"
                  + id
                  + "','body':'"
                  + body
                  + "','sketch':'q','height':'"
                  + mm(-1, 12)
                  + "','draft':'1 deg','sunk':"
                  + random.nextBoolean()
                  + ",'rootRound':'0.3 mm'}";
          case 5 ->
              "{'kind':'shift','id':'"
                  + id
                  + "','body':'"
                  + body
                  + "','faces':[{'choose':'face','name':'"
                  + (random.nextBoolean() ? "box/end" : "boss/end")
                  + "'}],'distance':'"
                  + mm(-2, 2)
                  + "'}";
          case 6 ->
              "{'kind':'divide','id':'"
                  + id
                  + "','body':'"
                  + body
                  + "','sketch':'q','keep':'"
                  + (random.nextBoolean() ? "front" : "back")
                  + "'}";
          default -> "{'kind':'extrude','id':'" + id + "','sketch':'q','depth':'3 mm'}";
        };
    Step made = Parts.document("{'ankerdraft':1,'steps':[" + step + "]}").steps().getFirst();
    List<Step> steps = new ArrayList<>(part.steps());
    steps.add(random.nextInt(steps.size() + 1), made);
    part = part.withSteps(steps);
    return "insert " + step;
  }

  private String process() {
    if (random.nextBoolean()) {
      Direction pull = random.nextBoolean() ? Direction.UP : Direction.DOWN;
      part = part.withProcess(part.process().withPull(pull));
      return "pull " + pull;
    }
    Expr thickness = new Expr(mm(0.8, 1.5));
    part =
        part.withProcess(part.process().withSheet(part.process().sheet().withThickness(thickness)));
    return "sheet " + thickness;
  }

  private String undo() {
    if (before.isEmpty()) {
      return "nothing";
    }
    part = before.pop();
    return "undo";
  }
}
