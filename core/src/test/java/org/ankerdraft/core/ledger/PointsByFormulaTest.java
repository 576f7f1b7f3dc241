package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Points of a sketch may lie where parameters say; a step that takes them does not use those
 * parameters itself.
 */
class PointsByFormulaTest {
  private static final String POINTS =
      ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'10 mm'},'curves':["
          + "{'curve':'point','name':'a','at':['-reach','reach/3']},"
          + "{'curve':'point','name':'b','at':['reach','reach/3']}]}";

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'kind':'hole','id':'x','sketch':'p','diameter':'4 mm','depth':'5 mm'} | -125.66370614359172",
        "{'kind':'hole','id':'x','sketch':'p','diameter':'4 mm','depth':'5 mm','mouth':'counterbore','mouthDiameter':'8 mm','mouthDepth':'2 mm'} | -276.46015351590177",
        "{'kind':'screwBoss','id':'x','sketch':'p','screw':'3 mm','depth':'4 mm','height':'8 mm'} | 416.1982350595519",
        "{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'10 mm'},'curves':[{'curve':'circle','name':'k','centre':['-30 mm','10 mm'],'diameter':'6 mm'}]},{'kind':'extrude','id':'e','sketch':'q','depth':'2 mm','use':'unite'},{'kind':'pattern','id':'x','steps':['e'],'way':'at points','sketch':'p'} | 113.09733552923255"
      })
  void stepsAtPointsKnowWhereTheyAre(String step, double change) {
    String whole =
        "{'ankerdraft':1,'name':'test','parameters':[{'name':'reach','value':'30 mm'}],'steps':["
            + Parts.box(100, 60, 10)
            + POINTS
            + ","
            + step
            + "]}";
    double volume = Parts.volume(Parts.ok(Parts.document(whole)));
    assertThat(volume - 60000).isCloseTo(change, within(1e-6 * Math.abs(change)));
  }

  @ParameterizedTest
  @CsvSource({"12", "30"})
  void aLoftEndsAtSuchAPoint(double high) {
    String whole =
        "{'ankerdraft':1,'name':'test','parameters':[{'name':'aside','value':'7 mm'}],'steps':["
            + "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'20 mm','height':'10 mm'}]},"
            + "{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'"
            + high
            + " mm'},'curves':[{'curve':'point','name':'o','at':['aside','0 mm']}]},"
            + "{'kind':'loft','id':'l','sketches':['s','t'],'straight':true,'body':'B'}]}";
    assertThat(Parts.volume(Parts.ok(Parts.document(whole))))
        .isCloseTo(200 * high / 3, within(1e-6));
  }
}
